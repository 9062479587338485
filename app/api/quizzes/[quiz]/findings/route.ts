import { findingsOf } from '../../../../../server/results/findings';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/findings', async (member, { params }) => ({
  findings: await findingsOf(member, params.quiz),
}));
