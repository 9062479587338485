import { keepGroupName } from '../../../../../../server/results/named-groups';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/groups/{run}', async (member, { params, body }) => {
  await keepGroupName(member, params.quiz, params.run, body);
  return {};
});
