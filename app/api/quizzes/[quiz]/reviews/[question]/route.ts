import { mark, toReview } from '../../../../../../server/results/reviews';
import { memberEndpoint } from '../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/reviews/{question}', async (member, { params }) =>
  toReview(member, params.quiz, params.question),
);
export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/reviews/{question}', async (member, { params, body }) =>
  mark(member, params.quiz, params.question, body),
);
