/**
 * Hand-over from one quiz to another. What goes along is never in the address: only a signed note of the run it comes from, so a visitor can
 * neither forge a score nor read in a log what somebody else left.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { handedOver } from '../../core/flow/carry';
import { foldRun } from '../../core/flow/run';
import { runById } from '../../db/queries/runs';
import { liveAddress } from '../../db/queries/quizzes';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { editionOf } from '../publishing/editions';

/** A note is good for as long as somebody may leave a window open on the result. */
const GOOD_FOR = 24 * 3_600_000;

type Note = { workspaceId: string; runId: string; /** '' = the run left by a route */ block: string; until: number };

const sign = (payload: string): Buffer =>
  createHmac('sha256', readConfig().authSecret).update(`hand-over ${payload}`).digest();

const noteOf = (note: Note): string => {
  const payload = Buffer.from(JSON.stringify(note)).toString('base64url');
  return `${payload}.${sign(payload).toString('base64url')}`;
};

function readNote(text: string, now: Date): Note | null {
  const [payload = '', signature = ''] = text.split('.');
  const given = Buffer.from(signature, 'base64url');
  const right = sign(payload);
  if (given.length !== right.length || !timingSafeEqual(given, right)) return null;
  const note = JSON.parse(Buffer.from(payload, 'base64url').toString('utf8')) as Note;
  return note.until > now.getTime() ? note : null;
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
  return `/q/${address}?handed=${noteOf({ workspaceId, runId, block, until: now.getTime() + GOOD_FOR })}`;
}

export type Handed = { values: Record<string, string>; from: string };

/** What a note says goes along to this quiz; null where it is forged, too old, or meant for another quiz. */
export async function readHandOver(
  text: string,
  to: { workspaceId: string; quizId: string },
  now: Date,
): Promise<Handed | null> {
  const note = readNote(text, now);
  if (!note || note.workspaceId !== to.workspaceId) return null;
  const row = await runById(database(), note.workspaceId, note.runId);
  if (!row) return null;
  const quiz = await editionOf(row.workspaceId, row.quizId, row.edition);
  const found = handedOver(quiz, foldRun(quiz, row, row.events), note.block || undefined);
  return found?.quiz === to.quizId ? { values: found.values, from: quiz.title } : null;
}
