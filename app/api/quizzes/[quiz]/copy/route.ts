import { copyQuiz } from '../../../../../server/editing/quizzes';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/copy', async (member, { params }) => ({
  id: await copyQuiz(member, params.quiz),
}));
