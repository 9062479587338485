import { releaseResults } from '../../../../../server/release-results';
import { studioRoute } from '../../../../http';

export const POST = studioRoute<{ quiz: string }>(async (_request, member, { quiz }) => ({
  released: await releaseResults(member, quiz),
}));
