/** Runs that look as if a machine took them: a browser works a moment to go on; without scripts they go on, and count nowhere. */
import { oddityOf, type Oddness } from '../../core/access/oddity';
import { isDone, type Work } from '../../core/access/work';
import { type RunRow, setOdd } from '../../db/queries/runs';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { isSameText, keyedHash } from '../platform/keyed-hash';

/** Zero bits that a proof begins with: 8,000 hashes on average, which took a busy core of a small server a fifth of a second. */
const BITS = 13;
/** Milliseconds for which a challenge is good. */
const GOOD_FOR = 10 * 60_000;

/** How something was sent. */
export type By = {
  /** by a form without scripts, which cannot work */ isPlain?: boolean;
  /** the field that no person sees was filled in */ trap?: boolean;
  proof?: string;
};

/** A challenge for one run. Nothing of it is kept: what only this installation can have made says when it ends. */
export function challengeFor(tokenHash: string, now: Date): Work {
  const until = Math.floor((now.getTime() + GOOD_FOR) / 1_000).toString(36);
  return { challenge: `${until}.${keyedHash('work', tokenHash, until).slice(0, 22)}`, bits: BITS };
}

export function isProven(tokenHash: string, proof: string, now: Date): boolean {
  const [until = '', mark = ''] = proof.split('.');
  const isOurs = isSameText(keyedHash('work', tokenHash, until).slice(0, 22), mark);
  return isOurs && parseInt(until, 36) * 1_000 > now.getTime() && isDone(proof, BITS);
}

/**
 * Notes what is odd about something that is sent, and asks for work where a browser can do it.
 * @param seq of what is sent
 * @returns how the run stands then
 * @throws HttpError 428 with the challenge
 */
export async function requireWork(row: RunRow, seq: number, by: By, now: Date): Promise<Oddness | null> {
  if (row.isTrial || row.odd === 'proven') return row.odd;
  // Another process may have asked for it, and what this one remembers of the run be older.
  if (by.proof !== undefined && isProven(row.tokenHash, by.proof, now)) {
    await setOdd(database(), row, 'proven');
    return 'proven';
  }
  const sent = { trap: by.trap ?? false, sent: seq - 1, elapsed: now.getTime() - row.seenAt.getTime() };
  const odd = row.odd ?? oddityOf(sent, readConfig().haste);
  if (odd === null) return null;
  if (row.odd === null) await setOdd(database(), row, odd);
  if (by.isPlain) return odd;
  throw new HttpError(428, 'work', 'Your browser works a moment for this.', challengeFor(row.tokenHash, now));
}
