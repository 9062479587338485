import { restoreQuiz } from '../../../../../server/quizzes';
import { studioRoute } from '../../../../http';

export const POST = studioRoute<{ quiz: string }>(async (_request, member, { quiz }) => {
  await restoreQuiz(member, quiz);
  return { restored: quiz };
});
