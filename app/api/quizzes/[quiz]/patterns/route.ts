import { patternsOf } from '../../../../../server/results/patterns';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/patterns', (member, { params }) =>
  patternsOf(member, params.quiz),
);
