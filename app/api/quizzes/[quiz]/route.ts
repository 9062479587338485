import { deleteQuiz } from '../../../../server/editing/quizzes';
import { memberEndpoint } from '../../../endpoint';

export const DELETE = memberEndpoint('DELETE /api/quizzes/{quiz}', async (member, { params: { quiz } }) => {
  await deleteQuiz(member, quiz);
  return { deleted: quiz };
});
