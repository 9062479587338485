/** Host names of a workspace's own, each proven by a record that only their holder can set. */
import { LRUCache } from 'lru-cache';
import { hostNameIn, recordName, recordText } from '../../core/access/host-name';
import type { HostNames } from '../../contract/hosts';
import { addHost, hostsOf, proveHost, removeHost, workspaceAt } from '../../db/queries/hosts';
import type { Membership } from '../../db/queries/members';
import { requireOwner } from '../accounts/authorise';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { keyedHash } from '../platform/keyed-hash';
import { textRecords } from '../platform/name-server';
import { requireRoom } from '../platform/rates';

const MOST = 20;

const tokenOf = (workspaceId: string, host: string): string => keyedHash('host', workspaceId, host).slice(0, 32);
const ours = (): URL => new URL(readConfig().publicUrl);

/** Where the quizzes of a host stand, without a slash at the end. TLS is spoken before us, as it is for our own name. */
function urlOf(host: string): string {
  const { protocol, port } = ours();
  return `${protocol}//${host}${port && `:${port}`}`;
}

export async function hostNamesOf({ workspaceId }: Membership): Promise<HostNames> {
  const rows = await hostsOf(database(), workspaceId);
  return {
    hosts: rows.map(({ host, provenAt }) => ({
      host,
      url: urlOf(host),
      record: recordName(host),
      text: recordText(tokenOf(workspaceId, host)),
      leadsTo: ours().hostname,
      isProven: provenAt !== null,
    })),
  };
}

/** The first host name that is proven, as an address without a slash at the end; null where there is none. */
export async function ownUrlOf(workspaceId: string): Promise<string | null> {
  const proven = (await hostsOf(database(), workspaceId)).find((row) => row.provenAt !== null);
  return proven ? urlOf(proven.host) : null;
}

/** @throws HttpError 422 where it is no host name, 409 where there are many */
export async function addHostName(member: Membership, typed: string): Promise<HostNames> {
  requireOwner(member);
  const host = hostNameIn(typed, ours().hostname);
  if (host === null)
    throw new HttpError(422, 'not-valid', 'This is no host name of yours, such as quiz.slowspoke.test.');
  const { workspaceId, userId } = member;
  if ((await hostsOf(database(), workspaceId)).length >= MOST)
    throw new HttpError(409, 'too-many', `${MOST} host names are here already. Take one away first.`);
  await addHost(database(), { workspaceId, host, madeBy: userId });
  return hostNamesOf(member);
}

/** Looks whether the record stands there. @throws HttpError 409 where it does not */
export async function proveHostName(member: Membership, host: string, now = new Date()): Promise<HostNames> {
  requireOwner(member);
  const { workspaceId } = member;
  if (!(await hostsOf(database(), workspaceId)).some((row) => row.host === host)) throw notFound('This host name');
  requireRoom(['proofs', workspaceId]);
  const records = await textRecords(recordName(host));
  if (!records.includes(recordText(tokenOf(workspaceId, host))))
    throw new HttpError(
      409,
      'not-proven',
      records.length === 0
        ? `There is no text record at ${recordName(host)} yet. A new one may take an hour to be seen.`
        : `The text record at ${recordName(host)} says something else.`,
    );
  await database().transaction((tx) => proveHost(tx, workspaceId, host, now));
  recent.delete(host);
  return hostNamesOf(member);
}

export async function removeHostName(member: Membership, host: string): Promise<HostNames> {
  requireOwner(member);
  if (!(await removeHost(database(), member.workspaceId, host))) throw notFound('This host name');
  recent.delete(host);
  return hostNamesOf(member);
}

/** Milliseconds until a change of another process is seen. */
const FRESH = 1_000;
const recent = new LRUCache<string, { workspaceId: string | null }>({ max: 5_000, ttl: FRESH });

/** The workspace whose quizzes stand at a host name; null where there is none. */
export async function workspaceOfHost(host: string): Promise<string | null> {
  const known = recent.get(host);
  if (known) return known.workspaceId;
  const workspaceId = await workspaceAt(database(), host);
  recent.set(host, { workspaceId });
  return workspaceId;
}
