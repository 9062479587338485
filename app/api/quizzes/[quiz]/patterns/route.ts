import { patternsOf } from '../../../../../server/results/patterns';
import { conditionsIn } from '../../../../../server/results/where';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/patterns', (member, { params, query }) =>
  patternsOf(member, params.quiz, conditionsIn(query.where)),
);
