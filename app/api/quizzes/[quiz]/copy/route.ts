import { copyQuiz } from '../../../../../server/quizzes';
import { studioRoute } from '../../../../http';

export const POST = studioRoute<{ quiz: string }>(async (_request, member, { quiz }) => ({
  id: await copyQuiz(member, quiz),
}));
