import { and, eq, sql } from 'drizzle-orm';
import type { Tx } from '../client';
import { contacts, runs } from '../schema';

export type Consent = { text: string; version: number; at: string } | null;

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
  } else {
    await tx.insert(contacts).values({ workspaceId, contactId, email, fields, consent, firstAt: at, lastAt: at });
  }
  await tx
    .update(runs)
    .set({ contactId })
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId)));
  return contactId;
}
