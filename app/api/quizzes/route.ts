import { createQuiz } from '../../../server/editing/quizzes';
import { memberEndpoint } from '../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes', async (member, { body }) => ({
  id: await createQuiz(member, body),
}));
