import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Tx } from '../client';
import { type Consent, contacts, runs } from '../schema';

/**
 * Keeps a contact: the same e-mail address is the same person, whose newer fields win and whose consent is kept.
 * @returns the contact's id
 */
export async function keepContact(
  tx: Tx,
  {
    workspaceId,
    runId,
    newId,
    email,
    fields,
    consent,
    at,
  }: {
    workspaceId: string;
    runId: string;
    newId: string;
    email: string;
    fields: Record<string, string>;
    consent: Consent;
    at: Date;
  },
): Promise<string> {
  // Serialise by address, so that simultaneous runs create one contact.
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`${workspaceId} ${email || runId}`}, 0))`);
  const [run] = await tx
    .select({ contactId: runs.contactId })
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId)));
  const known = email
    ? await tx
        .select()
        .from(contacts)
        .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.email, email)))
    : run?.contactId
      ? await tx
          .select()
          .from(contacts)
          .where(
            and(eq(contacts.workspaceId, workspaceId), eq(contacts.contactId, run.contactId), eq(contacts.email, '')),
          )
      : [];
  const old = known[0];
  const contactId = old?.contactId ?? newId;
  if (old) {
    await tx
      .update(contacts)
      .set({ fields: { ...old.fields, ...fields }, consent: consent ?? old.consent, lastAt: at })
      .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.contactId, contactId)));
    if (old.joinedTo !== null)
      await tx
        .update(contacts)
        .set({ lastAt: at })
        .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.contactId, old.joinedTo)));
  } else {
    await tx.insert(contacts).values({ workspaceId, contactId, email, fields, consent, firstAt: at, lastAt: at });
  }
  await tx
    .update(runs)
    .set({ contactId })
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId)));
  return contactId;
}

/** Whether somebody has followed the link in a letter to this address. */
export async function isConfirmed(tx: Tx, workspaceId: string, email: string): Promise<boolean> {
  const rows = await tx
    .select({ at: contacts.confirmedAt })
    .from(contacts)
    .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.email, email)));
  return rows.some(({ at }) => at !== null);
}

/** @returns the runs of whoever has this address */
export async function confirmAddress(tx: Tx, workspaceId: string, email: string, at: Date): Promise<string[]> {
  const own = and(eq(contacts.workspaceId, workspaceId), eq(contacts.email, email));
  await tx
    .update(contacts)
    .set({ confirmedAt: at })
    .where(and(own, isNull(contacts.confirmedAt)));
  const rows = await tx
    .select({ runId: runs.runId })
    .from(contacts)
    .innerJoin(runs, and(eq(runs.workspaceId, contacts.workspaceId), eq(runs.contactId, contacts.contactId)))
    .where(own);
  return rows.map(({ runId }) => runId);
}
