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

/** A link for one person on a list: their id, and what only this installation can have put beside it. */
export const entryOf = (quizId: string, personId: string): string =>
  `${personId}.${keyedHash('entry', quizId, personId).slice(0, 22)}`;
export function personOfEntry(quizId: string, entry: string): string | null {
  const [personId = ''] = entry.split('.');
  return isSameText(entryOf(quizId, personId), entry) ? personId : null;
}
