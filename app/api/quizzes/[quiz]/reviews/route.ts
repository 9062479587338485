import { questionsToReview } from '../../../../../server/results/reviews';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/reviews', async (member, { params }) =>
  questionsToReview(member, params.quiz),
);
