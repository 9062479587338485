import { listStates } from '../../../../../server/history';
import { studioRoute } from '../../../../http';

export const GET = studioRoute<{ quiz: string }>(async (_request, member, { quiz }) => ({
  states: await listStates(member, quiz),
}));
