import { readIntoQuiz } from '../../../../server/editing/quizzes';
import { memberEndpoint } from '../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/read', async (member, { body }) => ({
  id: await readIntoQuiz(member, body),
}));
