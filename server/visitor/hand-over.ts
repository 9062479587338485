/**
 * Hand-over from one quiz to another. What goes along is never in the address: only a signed note of the run it comes from, so a visitor can
 * neither forge a score nor read in a log what somebody else left.
 */
import { createHash } from 'node:crypto';
import { jwtVerify, SignJWT } from 'jose';
import { handedOver } from '../../core/flow/carry';
import { runById } from '../../db/queries/runs';
import { liveAddress } from '../../db/queries/quizzes';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { runOf } from '../publishing/editions';

/** Milliseconds: a note is good for as long as somebody may leave a window open on the result. */
const GOOD_FOR = 24 * 3_600_000;
const ISSUER = 'hand-over';

/** @property block '' where the run has left by a route */
type Note = { workspaceId: string; runId: string; block: string };

let made: Uint8Array | undefined;
const key = (): Uint8Array => (made ??= createHash('sha256').update(`${ISSUER} ${readConfig().authSecret}`).digest());

const noteOf = ({ workspaceId, runId, block }: Note, now: Date): Promise<string> =>
  new SignJWT({ runId, block })
    .setProtectedHeader({ alg: 'HS256' })
    .setIssuer(ISSUER)
    .setAudience(workspaceId)
    .setIssuedAt(now)
    .setExpirationTime(new Date(now.getTime() + GOOD_FOR))
    .sign(key());

/** What a note of this workspace says; null where it is forged, too old, or of another one. */
async function readNote(text: string, workspaceId: string, now: Date): Promise<Note | null> {
  try {
    const { payload } = await jwtVerify(text, key(), { issuer: ISSUER, audience: workspaceId, currentDate: now });
    const { runId, block } = payload;
    return typeof runId === 'string' && typeof block === 'string' ? { workspaceId, runId, block } : null;
  } catch {
    return null;
  }
}

/** Where the next quiz stands, with the note of this run; null where it is not live. */
export async function handOverAddress(
  run: { workspaceId: string; runId: string },
  quizId: string,
  block: string,
  now: Date,
): Promise<string | null> {
  const address = await liveAddress(database(), run.workspaceId, quizId);
  if (address === undefined) return null;
  const { workspaceId, runId } = run;
  return `/q/${address}?handed=${await noteOf({ workspaceId, runId, block }, now)}`;
}

export type Handed = { values: Record<string, string>; from: string };

/** What a note says goes along to this quiz; null where it is forged, too old, or meant for another quiz. */
export async function readHandOver(
  text: string,
  to: { workspaceId: string; quizId: string },
  now: Date,
): Promise<Handed | null> {
  const note = await readNote(text, to.workspaceId, now);
  if (!note) return null;
  const row = await runById(database(), note.workspaceId, note.runId);
  if (!row) return null;
  const { quiz, run } = await runOf(row);
  const found = handedOver(quiz, run, note.block || undefined);
  return found?.quiz === to.quizId ? { values: found.values, from: quiz.title } : null;
}
