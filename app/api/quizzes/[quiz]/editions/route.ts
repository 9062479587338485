import { listEditions } from '../../../../../server/publishing/publish-quiz';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/editions', async (member, { params }) => ({
  editions: await listEditions(member, params.quiz),
}));
