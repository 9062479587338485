/** Contacts that have been said to be one person: one of them stands in the list for all of them. */
import { and, asc, eq, inArray, or, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { contacts, runs } from '../schema';
import type { ContactRow } from './people';

/** A contact and those joined to it: itself first, then by when they were here first. */
export const withJoined = (db: Db | Tx, workspaceId: string, ids: readonly string[]): Promise<ContactRow[]> =>
  db
    .select()
    .from(contacts)
    .where(
      and(
        eq(contacts.workspaceId, workspaceId),
        or(inArray(contacts.contactId, [...ids]), inArray(contacts.joinedTo, [...ids])),
      ),
    )
    .orderBy(sql`${contacts.joinedTo} is not null`, asc(contacts.firstAt), asc(contacts.contactId));

const lockContacts = (tx: Tx, workspaceId: string, ids: readonly string[]): Promise<ContactRow[]> =>
  tx
    .select()
    .from(contacts)
    .where(and(eq(contacts.workspaceId, workspaceId), inArray(contacts.contactId, [...ids])))
    .orderBy(asc(contacts.contactId))
    .for('update');

/** Joins one contact, with those joined to it, to another. @returns whether both are there, and neither is joined to a third */
export async function joinContacts(tx: Tx, workspaceId: string, to: string, other: string): Promise<boolean> {
  if (to === other) return true;
  const rows = await lockContacts(tx, workspaceId, [to, other]);
  const main = rows.find(({ contactId }) => contactId === to);
  const also = rows.find(({ contactId }) => contactId === other);
  if (!main || !also || main.joinedTo !== null) return false;
  if (also.joinedTo !== null) return also.joinedTo === to;
  await tx
    .update(contacts)
    .set({ joinedTo: to })
    .where(and(eq(contacts.workspaceId, workspaceId), or(eq(contacts.contactId, other), eq(contacts.joinedTo, other))));
  if (also.lastAt > main.lastAt)
    await tx
      .update(contacts)
      .set({ lastAt: also.lastAt })
      .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.contactId, to)));
  return true;
}

/** Lets a contact stand for itself again. Whom it was joined to was here last when they went on themselves last. */
export async function partContact(tx: Tx, workspaceId: string, from: string, contactId: string): Promise<void> {
  await lockContacts(tx, workspaceId, [from, contactId]);
  const parted = await tx
    .update(contacts)
    .set({ joinedTo: null })
    .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.contactId, contactId), eq(contacts.joinedTo, from)))
    .returning({ id: contacts.contactId });
  if (parted.length === 0) return;
  await tx
    .update(contacts)
    .set({
      lastAt: sql`greatest(
        coalesce((select max(${runs.lastAt}) from ${runs}
          where ${runs.workspaceId} = ${workspaceId} and ${runs.contactId} = ${from}), ${contacts.firstAt}),
        (select max(j.last_at) from contacts j where j.workspace_id = ${workspaceId} and j.joined_to = ${from}))`,
    })
    .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.contactId, from)));
}

/** Gives those whose contact is gone to one of them. */
export async function inheritJoined(tx: Tx, workspaceId: string): Promise<void> {
  await tx.execute(sql`
    with orphans as (
      select joined_to, min(contact_id) as heir from contacts c
      where workspace_id = ${workspaceId} and joined_to is not null and not exists (
        select from contacts m where m.workspace_id = ${workspaceId} and m.contact_id = c.joined_to)
      group by joined_to)
    update contacts set joined_to = nullif(heir, contact_id) from orphans
    where workspace_id = ${workspaceId} and contacts.joined_to = orphans.joined_to`);
}
