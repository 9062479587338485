import { confirmAddress } from '../../db/queries/contacts';
import { type Link, letterAt } from '../letters/unsubscribe';
import { database } from '../platform/database';
import { writeLettersOf } from './release-results';

/** Somebody has followed the link in a letter: the address counts, and what waited for that is written. Done twice, it writes nothing new. */
export async function confirmBy(link: Link, now = new Date()): Promise<void> {
  const { found } = await letterAt(link);
  const { workspace } = link;
  const email = found.recipient.toLowerCase();
  const runIds = await database().transaction((tx) => confirmAddress(tx, workspace, email, now));
  for (const runId of runIds) await writeLettersOf(workspace, runId, now);
}
