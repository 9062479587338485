import { findingsOf } from '../../../../../server/findings';
import { studioRoute } from '../../../../http';

export const GET = studioRoute<{ quiz: string }>(async (_request, member, { quiz }) => ({
  findings: await findingsOf(member, quiz),
}));
