import { releaseResults } from '../../../../../server/results/release-results';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/release', async (member, { params }) => ({
  released: await releaseResults(member, params.quiz),
}));
