import { sendAgain } from '../../../../../../server/mail';
import { studioRoute } from '../../../../../http';

/** Sends a letter again that has not arrived. */
export const POST = studioRoute<{ letter: string }>(async (_request, member, { letter }) => {
  await sendAgain(member, letter);
  return { queued: letter };
});
