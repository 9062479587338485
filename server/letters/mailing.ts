/** What holds for all letters of a workspace to visitors. */
import type { Mailing } from '../../contract/letters';
import { quietFault } from '../../core/mailing/quiet';
import { letGo, mailingOf, putMailing } from '../../db/queries/mailing';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { enqueueLetter } from '../platform/jobs';

export async function readMailing({ workspaceId }: Membership): Promise<Mailing> {
  const row = await mailingOf(database(), workspaceId);
  return {
    isStopped: (row?.stoppedAt ?? null) !== null,
    perMinute: row?.perMinute ?? null,
    quiet: row?.quiet ?? null,
  };
}

/** What was held back by a stop goes on its way when it ends. */
export async function setMailing(
  member: Membership,
  { isStopped, perMinute, quiet }: Mailing,
  now = new Date(),
): Promise<Mailing> {
  requireEditor(member);
  const fault = quiet && quietFault(quiet);
  if (fault) throw new HttpError(422, 'quiet-hours', `${fault} Nothing was changed.`);
  const { workspaceId } = member;
  await database().transaction(async (tx) => {
    const before = await mailingOf(tx, workspaceId);
    await putMailing(tx, workspaceId, { stoppedAt: isStopped ? (before?.stoppedAt ?? now) : null, perMinute, quiet });
    if (isStopped || !before?.stoppedAt) return;
    for (const letterId of await letGo(tx, workspaceId, now)) await enqueueLetter(tx, { workspaceId, letterId });
  });
  return readMailing(member);
}
