/** What lets visitors in: passcodes, kept as hashes; links for people on a list. */
import { randomBytes, scrypt as scryptOf } from 'node:crypto';
import { promisify } from 'node:util';
import { isSameText, keyedHash } from '../platform/keyed-hash';

const scrypt = promisify<string, string, number, Buffer>(scryptOf);
const HASH_BYTES = 32;
export async function hashPasscode(passcode: string, salt = randomBytes(16).toString('base64url')): Promise<string> {
  const hash = await scrypt(passcode.normalize('NFKC').trim(), salt, HASH_BYTES);
  return `${salt}.${hash.toString('base64url')}`;
}
export async function isPasscode(passcode: string, hash: string): Promise<boolean> {
  const [salt = ''] = hash.split('.');
  return isSameText(await hashPasscode(passcode, salt), hash);
}

/** What a trial is of: what is live, or the draft as it stands by then. */
export type TrialOf = 'live' | 'draft';
/** A key to try a quiz with, so that it counts nowhere. @param until milliseconds since 1970 */
export const trialKey = (quizId: string, of: TrialOf, until: number): string => {
  const said = `${of}.${Math.floor(until / 1_000).toString(36)}`;
  return `${said}.${keyedHash('trial', quizId, said).slice(0, 22)}`;
};
/** @returns what it is for; null where it is none of ours, of another quiz, or too old */
export function readTrialKey(quizId: string, key: string, now: Date): TrialOf | null {
  const [of = '', until = ''] = key.split('.');
  if (of !== 'live' && of !== 'draft') return null;
  const end = parseInt(until, 36) * 1_000;
  return end > now.getTime() && isSameText(trialKey(quizId, of, end), key) ? of : null;
}

/** A link for one person on a list: their id, and what only this installation can have put beside it. */
export const entryOf = (quizId: string, personId: string): string =>
  `${personId}.${keyedHash('entry', quizId, personId).slice(0, 22)}`;
export function personOfEntry(quizId: string, entry: string): string | null {
  const [personId = ''] = entry.split('.');
  return isSameText(entryOf(quizId, personId), entry) ? personId : null;
}

const MARK = 22;
/** A token of a run that only this installation can have made: it opens the run on whatever device a letter to its visitor is read. */
export const lastingToken = (runId: string): string => `${runId}_${keyedHash('run', runId).slice(0, MARK)}`;
/** The run that a lasting token is of; null where it is none. */
export function runOfLasting(token: string): string | null {
  const runId = token.slice(0, -MARK - 1);
  return isSameText(lastingToken(runId), token) ? runId : null;
}
