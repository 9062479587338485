import { deleteQuiz, readQuiz } from '../../../../server/editing/quizzes';
import { memberEndpoint } from '../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}', (member, { params }) => readQuiz(member, params.quiz));
export const DELETE = memberEndpoint('DELETE /api/quizzes/{quiz}', async (member, { params: { quiz } }) => {
  await deleteQuiz(member, quiz);
  return { deleted: quiz };
});
