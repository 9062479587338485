import { createQuiz, pageOfQuizzes } from '../../../server/editing/quizzes';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes', (member, { query }) => pageOfQuizzes(member, query.after));
export const POST = memberEndpoint('POST /api/quizzes', async (member, { body }) => ({
  id: await createQuiz(member, body),
}));
