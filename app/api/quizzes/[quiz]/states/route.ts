import { listStates } from '../../../../../server/editing/history';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/states', async (member, { params }) => ({
  states: await listStates(member, params.quiz),
}));
