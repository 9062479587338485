/** Two contacts that are one person: joined, and parted again. Nothing of either is changed by it. */
import type { AnswerOf } from '../../contract';
import { joinContacts, partContact } from '../../db/queries/joined';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { contactFor, readContact, requireAll } from './people';

type Told = AnswerOf<'GET /api/people/{contact}'>;

/** @throws HttpError 409 where either of them is joined to a third */
export async function joinPeople(member: Membership, contactId: string, other: string): Promise<Told> {
  requireEditor(member);
  requireAll(member);
  await contactFor(member, contactId);
  await contactFor(member, other);
  const done = await database().transaction((tx) => joinContacts(tx, member.workspaceId, contactId, other));
  if (!done) throw new HttpError(409, 'not-joined', 'One of them is joined to somebody else. Part them first.');
  return readContact(member, contactId);
}

export async function partPeople(member: Membership, contactId: string, other: string): Promise<Told> {
  requireEditor(member);
  requireAll(member);
  await contactFor(member, contactId);
  await database().transaction((tx) => partContact(tx, member.workspaceId, contactId, other));
  return readContact(member, contactId);
}
