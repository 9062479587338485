import { whatIf } from '../../../../../../server/results/what-if';
import { memberEndpoint } from '../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/what-if/{question}', async (member, { params, query }) =>
  whatIf(member, params.quiz, params.question, query),
);
