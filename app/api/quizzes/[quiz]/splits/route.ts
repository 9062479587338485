import { splitsOf } from '../../../../../server/results/splits';
import { conditionsIn } from '../../../../../server/results/where';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/splits', (member, { params, query }) =>
  splitsOf(member, params.quiz, conditionsIn(query.where)),
);
