/** Who may take a quiz, how often and when, as its creators set it. Takes effect at once; nothing is published anew. */
import { randomInt } from 'node:crypto';
import type { AccessStanding, ListedPerson } from '../../contract/access';
import { personKey, readPeople } from '../../core/access/list';
import { timesFault } from '../../core/access/times';
import { without } from '../../core/document/lookup';
import { changeWords } from '../../core/access/words';
import type { Access } from '../../core/schema/access';
import {
  accessOf,
  addListed,
  changesOf,
  countFinished,
  countListed,
  keysListed,
  listedPage,
  nextPlace,
  putAccess,
  revokeListed,
} from '../../db/queries/access';
import type { Membership } from '../../db/queries/members';
import { findEdition } from '../../db/queries/editions';
import { wipesOf } from '../../db/queries/wipe';
import { quizAt } from '../../db/queries/places';
import { addAddress, lockQuiz, setAddress, shortAddress } from '../../db/queries/quizzes';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { ownUrlOf } from './host-names';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { newId } from '../platform/ids';
import { entryOf, hashPasscode } from './keys';

const TOLD = 8;

export async function accessStanding(member: Membership, quizId: string): Promise<AccessStanding> {
  const { workspaceId } = await getQuiz(member, quizId);
  const [row, people, finished, changes, wipes] = await Promise.all([
    accessOf(database(), workspaceId, quizId),
    countListed(database(), workspaceId, quizId),
    countFinished(database(), workspaceId, quizId),
    changesOf(database(), workspaceId, quizId, TOLD + 1),
    wipesOf(database(), workspaceId, quizId, TOLD),
  ]);
  return {
    settings: row?.settings ?? {},
    hasPasscode: typeof row?.passcode === 'string',
    finished,
    people,
    wipes: wipes.map(({ at, ...wipe }) => ({ at: at.toISOString(), ...wipe })),
    changes: changes.slice(0, TOLD).map((change, i) => ({
      at: change.at.toISOString(),
      by: change.by,
      said: change.passcode ? 'another passcode' : changeWords(changes[i + 1]?.settings ?? {}, change.settings),
    })),
  };
}

/** @throws HttpError 422 where the times make no sense */
export async function setAccess(
  member: Membership,
  quizId: string,
  settings: Access,
  now = new Date(),
): Promise<AccessStanding> {
  const fault = timesFault(settings);
  if (fault) throw new HttpError(422, 'not-valid', `${fault} Nothing was changed.`);
  if (settings.second) await requireEdition(member, quizId, settings.second.edition);
  await put(member, quizId, now, () => ({ settings }));
  return accessStanding(member, quizId);
}

/** @throws HttpError 422 where there is no such edition */
async function requireEdition({ workspaceId }: Membership, quizId: string, edition: number): Promise<void> {
  if (!(await findEdition(database(), workspaceId, quizId, edition)))
    throw new HttpError(422, 'not-valid', `There is no edition ${edition}. Nothing was changed.`);
}

const SHORTEST_PASSCODE = 4;

export async function setPasscode(
  member: Membership,
  quizId: string,
  passcode: string,
  now = new Date(),
): Promise<AccessStanding> {
  const typed = passcode.trim();
  if (typed && [...typed].length < SHORTEST_PASSCODE)
    throw new HttpError(422, 'not-valid', `A passcode has ${SHORTEST_PASSCODE} letters or digits at least.`);
  const hash = typed ? await hashPasscode(typed) : null;
  await put(member, quizId, now, (settings) => ({ settings, passcode: hash }));
  return accessStanding(member, quizId);
}

async function put(
  member: Membership,
  quizId: string,
  at: Date,
  next: (settings: Access) => { settings: Access; passcode?: string | null },
): Promise<void> {
  requireEditor(member);
  const { workspaceId } = member;
  await database().transaction(async (tx) => {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt) throw notFound('This quiz');
    const before = (await accessOf(tx, workspaceId, quizId))?.settings ?? {};
    await putAccess(tx, { workspaceId, quizId, by: member.name, at, ...next(before) });
  });
}

/** Closes a quiz by hand, or opens it again; its other settings stay as they are. */
export const setShut = (member: Membership, quizId: string, isShut: boolean, now = new Date()): Promise<void> =>
  put(member, quizId, now, (settings) => ({
    settings: isShut
      ? { ...settings, shut: settings.shut ?? `${now.toISOString().slice(0, 19)}Z` }
      : without(settings, 'shut'),
  }));

const PAGE = 200;

export async function listPage(
  member: Membership,
  quizId: string,
  { search = '', from = 0 }: { search?: string; from?: number },
): Promise<ListedPerson[]> {
  const { workspaceId, address } = await getQuiz(member, quizId);
  const rows = await listedPage(database(), workspaceId, quizId, personKey(search), from, PAGE);
  const { publicUrl } = readConfig();
  return rows.map(({ personId, says, name, revokedAt, finished }) => ({
    id: personId,
    says,
    name,
    isRevoked: revokedAt !== null,
    finished,
    link: `${publicUrl}/q/${address}?entry=${entryOf(quizId, personId)}`,
  }));
}

/** Puts people on the list, those of other windows beside them. */
export async function addPeople(member: Membership, quizId: string, text: string) {
  requireEditor(member);
  const { workspaceId } = member;
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt) throw notFound('This quiz');
    const { people, faults } = readPeople(text, new Set(await keysListed(tx, workspaceId, quizId)));
    const first = await nextPlace(tx, workspaceId, quizId);
    const rows = people.map(({ key, name }, i) => ({
      place: first + i,
      workspaceId,
      quizId,
      personId: newId('p', 12),
      says: key,
      key: personKey(key),
      name,
    }));
    await addListed(tx, rows);
    return {
      added: people.length,
      faults: faults.slice(0, 100),
      people: await countListed(tx, workspaceId, quizId),
    };
  });
}

export async function setPerson(
  member: Membership,
  quizId: string,
  personId: string,
  may: boolean,
  now = new Date(),
): Promise<{ people: number }> {
  requireEditor(member);
  const { workspaceId } = await getQuiz(member, quizId);
  if (!(await revokeListed(database(), workspaceId, quizId, personId, may ? null : now))) throw notFound('This person');
  return { people: await countListed(database(), workspaceId, quizId) };
}

/** Letters and digits that are not taken for each other, read out or written down. */
const CLEAR = '23456789abcdefghjkmnpqrstuvwxyz';
/** Letters of a short address: there are 28 million of them. */
const SHORT = 5;

/** A short address that leads to the quiz beside its own. */
export async function shortLink(member: Membership, quizId: string): Promise<{ link: string }> {
  requireEditor(member);
  const { workspaceId } = await getQuiz(member, quizId);
  const base = (await ownUrlOf(member.workspaceId)) ?? readConfig().publicUrl;
  const linkTo = (address: string) => ({ link: `${base}/q/${address}` });
  const known = await shortAddress(database(), workspaceId, quizId, SHORT);
  if (known !== undefined) return linkTo(known);
  for (;;) {
    const address = Array.from({ length: SHORT }, () => CLEAR[randomInt(CLEAR.length)]).join('');
    if (await addAddress(database(), { address, workspaceId, quizId })) return linkTo(address);
  }
}

const ADDRESS = /^[a-z0-9](?:[a-z0-9-]{0,58}[a-z0-9])?$/;

/** Gives a quiz another web address. One that it had before comes back to it; one of another quiz is refused. */
export async function moveTo(member: Membership, quizId: string, wanted: string): Promise<{ address: string }> {
  requireEditor(member);
  const address = wanted.trim().toLowerCase();
  if (!ADDRESS.test(address))
    throw new HttpError(
      422,
      'not-valid',
      'An address has small letters, digits and hyphens, 60 at most, and no hyphen at its ends.',
    );
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, member.workspaceId, quizId);
    if (!row || row.deletedAt) throw notFound('This quiz');
    await setAddress(tx, member.workspaceId, quizId, address);
    const at = await quizAt(tx, address);
    if (at?.workspaceId !== member.workspaceId || at.quizId !== quizId)
      throw new HttpError(409, 'taken', 'Another quiz stands at this address. Nothing was changed.');
    return { address };
  });
}
