import { deleteQuiz } from '../../../../server/quizzes';
import { studioRoute } from '../../../http';

export const DELETE = studioRoute<{ quiz: string }>(async (_request, member, { quiz }) => {
  await deleteQuiz(member, quiz);
  return { deleted: quiz };
});
