/** Who may begin a run, and how often. Decided by `core/access`; here is what only the server knows. */
import { LRUCache } from 'lru-cache';
import { type Door, doorFor, firstDoor, isDoorReason, wordedIn } from '../../core/access/door';
import { personKey } from '../../core/access/list';
import type { Seen } from '../../core/access/traces';
import { quizLanguageFor, type Wish } from '../../core/languages/choose';
import { hoursOf, mayGoOn } from '../../core/access/times';
import type { Access } from '../../core/schema/access';
import { accessOf, findListed, type ListedRow } from '../../db/queries/access';
import type { RunRow } from '../../db/queries/runs';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { keyedHash } from '../platform/keyed-hash';
import { requireRoom } from '../platform/rates';
import type { LiveEdition } from '../publishing/editions';
import { isPasscode, personOfEntry } from '../publishing/keys';

/** What a visitor brings along to be let in. */
export type Key = {
  /** made and kept by their browser */ device?: string;
  passcode?: string;
  /** what they say of themselves */ person?: string;
  /** out of a link of somebody on the list */ entry?: string;
  /** where the request comes from, and by which browser */ network?: string;
  /** the edition they were shown */ shown?: number;
  /** out of a link to try the quiz by: nothing of it counts */ try?: string;
  /** the language that they want */ wish?: Wish;
  /** what the request says, of which is kept what its creator has chosen */ seen?: Seen;
};
/** @property person who counts as one; null where it does not matter how often  @property named what they said of themselves */
export type Admitted = { person: string | null; named: string | null };

/** The answer to somebody who may not, with what they are shown. */
class DoorShut extends HttpError {
  constructor(readonly door: Door) {
    super(403, 'door', 'This quiz cannot be taken just now.', door);
  }
}
export const atDoor = (door: Door): HttpError => new DoorShut(door);

/** The door that somebody was sent to; undefined where something else went wrong. */
export const doorIn = (error: unknown): Door | undefined => (error instanceof DoorShut ? error.door : undefined);

/** What everybody finds who comes now; null where they can begin. @param language of its words */
export const doorOf = ({ access }: LiveEdition, language: string | null, now = new Date()): Door | null =>
  firstDoor(wordedIn(access.settings, language), access.finished, now.getTime());

type Comer = { language: string; entry: string | undefined; why: string | undefined; isWrong: boolean };

/**
 * What somebody finds who comes without having begun; null where they can begin.
 * @param why they were sent away, by a form without scripts
 */
export async function doorAt(live: LiveEdition, { language, entry, why, isWrong }: Comer): Promise<Door | null> {
  const settings = wordedIn(live.access.settings, language);
  const door = doorOf(live, language);
  if (why !== undefined && isDoorReason(why) && (door?.asks ?? !door))
    return { ...doorFor(settings, why), ...(isWrong ? { isWrong: true } : {}) };
  if (door?.asks && entry !== undefined && settings.who === 'list')
    return (await findPerson(live, { entry })) ? null : doorFor(settings, 'stranger');
  return door;
}

/** Somebody on the list of a quiz; undefined where they are not on it any more, or the link is not ours. */
export async function findPerson(live: LiveEdition, key: Key): Promise<ListedRow | undefined> {
  const { workspaceId, quizId } = live;
  if (key.entry !== undefined) {
    const personId = personOfEntry(quizId, key.entry);
    return personId === null ? undefined : findListed(database(), workspaceId, quizId, { personId });
  }
  return findListed(database(), workspaceId, quizId, { key: personKey(key.person ?? '') });
}

/** @throws HttpError 403 with the door that the visitor stands before */
export async function admit(live: LiveEdition, key: Key, now: Date): Promise<Admitted> {
  const { finished, passcode } = live.access;
  const settings = wordedIn(live.access.settings, key.wish ? quizLanguageFor(live.quiz, key.wish) : null);
  const door = firstDoor(settings, finished, now.getTime());
  if (door && !door.asks) throw atDoor(door);
  const tries = () => requireRoom(['passcode', `${key.network ?? ''} ${live.quizId}`]);
  if (settings.who === 'passcode') {
    if (!key.passcode) throw atDoor(doorFor(settings, 'passcode'));
    tries();
    if (passcode === null || !(await isPasscode(key.passcode, passcode)))
      throw atDoor({ ...doorFor(settings, 'passcode'), isWrong: true });
  }
  if (settings.who === 'list') {
    if (!key.entry && !key.person?.trim()) throw atDoor(doorFor(settings, 'person'));
    tries();
    const person = await findPerson(live, key);
    if (!person) throw atDoor({ ...doorFor(settings, 'stranger'), isWrong: true });
    return { person: person.personId, named: person.name || person.says };
  }
  const named = namedIn(settings, key);
  return { person: settings.times === undefined ? null : countedAs(live.quizId, settings, key), named };
}

const LONGEST_NAME = 200;
const EMAIL = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;

/** What somebody says of themselves, as far as it is asked for. @throws HttpError 403 where it is missing, or is no address */
function namedIn(settings: Access, key: Key): string | null {
  if (settings.says === undefined) return null;
  const said = (key.person ?? '').trim().slice(0, LONGEST_NAME);
  const isGood = said !== '' && (settings.says !== 'email' || EMAIL.test(said));
  if (!isGood) throw atDoor({ ...doorFor(settings, 'person'), ...(key.person === undefined ? {} : { isWrong: true }) });
  return said;
}

/** By what somebody is counted: what they say, their browser, or where they come from if it keeps nothing. */
function countedAs(quizId: string, { says }: Access, key: Key): string {
  if (says !== undefined) return `s:${keyedHash('said', quizId, personKey(key.person ?? ''))}`;
  if (key.device !== undefined) return `d:${keyedHash('device', quizId, key.device)}`;
  return `n:${keyedHash('network', quizId, key.network ?? '')}`;
}

// A change reaches those who are in the middle within a second.
const FRESH = 1_000;
const recent = new LRUCache<string, { settings: Access | null }>({ max: 5_000, ttl: FRESH });

/** The settings of a run's quiz, worded in its language; null where it has none. At most a second old. */
export async function settingsFor(run: Pick<RunRow, 'workspaceId' | 'quizId' | 'language'>): Promise<Access | null> {
  const settings = await settingsOf(run.workspaceId, run.quizId);
  return settings && wordedIn(settings, run.language);
}

async function settingsOf(workspaceId: string, quizId: string): Promise<Access | null> {
  const key = `${workspaceId} ${quizId}`;
  const known = recent.get(key);
  if (known) return known.settings;
  const settings = (await accessOf(database(), workspaceId, quizId))?.settings ?? null;
  recent.set(key, { settings });
  return settings;
}

/** @throws HttpError 403 where the quiz is closed, and its time for those who had begun is over as well */
export function requireOpen(settings: Access | null, now: Date): void {
  if (settings && !mayGoOn(settings, now.getTime()))
    throw atDoor(doorFor(settings, hoursOf(settings, now.getTime()).is === 'shut' ? 'shut' : 'after'));
}
