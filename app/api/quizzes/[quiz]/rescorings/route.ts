import { beginRescoring, readRescorings } from '../../../../../server/results/rescorings';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/rescorings', async (member, { params }) =>
  readRescorings(member, params.quiz),
);
export const POST = memberEndpoint('POST /api/quizzes/{quiz}/rescorings', async (member, { params }) =>
  beginRescoring(member, params.quiz),
);
