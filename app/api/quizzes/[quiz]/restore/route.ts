import { restoreQuiz } from '../../../../../server/editing/quizzes';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/restore', async (member, { params: { quiz } }) => {
  await restoreQuiz(member, quiz);
  return { restored: quiz };
});
