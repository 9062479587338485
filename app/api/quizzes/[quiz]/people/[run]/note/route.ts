import { keepNote } from '../../../../../../../server/results/run-notes';
import { memberEndpoint } from '../../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/people/{run}/note', async (member, { params, body }) => {
  await keepNote(member, params.quiz, params.run, body);
  return {};
});
