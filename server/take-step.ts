import { randomInt } from 'node:crypto';
import type { Quiz } from '../core/quiz/schema';
import { same } from '../core/quiz/edits';
import { foldRun, type Refusal, type Run, type Sent, startRun, step } from '../core/run/run';
import { viewOf, type View } from '../core/run/view';
import { hasContact } from '../core/stats/counts';
import { appendEvent, insertRun, type RunWithEvents, runByToken } from '../db/queries/runs';
import { database } from './database';
import { editionOf, liveQuiz } from './editions';
import { hashToken, newId } from './ids';
import { Problem, notFound } from './problem';
import { keepWhatWasLeft } from './keep-contact';

/** What the visitor's browser is told: how far the run is, and the page it stands on. */
export type Standing = { seq: number; edition: number; view: View };

/** The first page of a quiz as everybody gets it, before there is a run. */
export async function firstLook(address: string): Promise<Standing & { address: string }> {
  const { quiz, edition } = await liveQuiz(address);
  return { address, seq: 0, edition, view: viewOf(quiz, startRun(quiz, { seed: 0 })) };
}

/**
 * Opens a run for a token that the browser made, or finds the one it opened before.
 * @param params of the address; only what the quiz declares as known is kept
 */
export async function openRun(
  address: string,
  token: string,
  params: Record<string, string>,
  source: string,
  now = new Date(),
): Promise<Standing> {
  const before = await runByToken(database(), address, hashToken(token));
  if (before) return standing(await editionOf(before.workspaceId, before.quizId, before.edition), before);
  const { workspaceId, quizId, edition, quiz } = await liveQuiz(address);
  const known = Object.fromEntries(
    quiz.known.flatMap(({ id, param }) => {
      const value = params[param];
      return value === undefined ? [] : [[id, value.slice(0, 300)] as const];
    }),
  );
  await insertRun(database(), {
    workspaceId,
    runId: newId('r'),
    quizId,
    edition,
    tokenHash: hashToken(token),
    seed: randomInt(2 ** 31),
    known,
    source: source.slice(0, 100),
    seenAt: now,
    lastAt: now,
  });
  const row = await runByToken(database(), address, hashToken(token));
  // The token opened a run of another quiz of this workspace.
  if (!row) throw new Problem(409, 'other-quiz', 'This pass belongs to another quiz. Please start anew.');
  return standing(quiz, row);
}

export async function findRun(address: string, token: string): Promise<Standing> {
  const row = await runByToken(database(), address, hashToken(token));
  if (!row) throw notFound('This run');
  return standing(await editionOf(row.workspaceId, row.quizId, row.edition), row);
}

const standing = (quiz: Quiz, row: RunWithEvents): Standing => ({
  seq: row.seq,
  edition: row.edition,
  view: viewOf(quiz, foldRun(quiz, row, row.events)),
});

export type StepTaken = { taken: Standing } | { refused: Refusal[]; standing: Standing };

/**
 * Takes what a visitor sent as the `seq`th thing of their run. On disk before it answers. Sent twice, it counts once; sent late or out of
 * order, it is refused and the browser is told where the run stands.
 */
export async function takeStep(
  address: string,
  token: string,
  seq: number,
  sent: Sent,
  now = new Date(),
): Promise<StepTaken> {
  for (let attempt = 0; attempt < 3; attempt++) {
    const row = await runByToken(database(), address, hashToken(token));
    if (!row) throw notFound('This run');
    const quiz = await editionOf(row.workspaceId, row.quizId, row.edition);
    const run = foldRun(quiz, row, row.events);
    const here: Standing = { seq: row.seq, edition: row.edition, view: viewOf(quiz, run) };
    if (seq <= row.seq) {
      if (same(row.events[seq - 1], sent)) return { taken: here };
      throw new Problem(409, 'moved-on', 'This quiz has gone on in another window. Here is where it stands.', here);
    }
    if (seq > row.seq + 1)
      throw new Problem(409, 'ahead', 'Something sent before has not arrived. Here is where the quiz stands.', here);
    const next = step(quiz, run, sent);
    if ('refused' in next) return { refused: next.refused, standing: here };
    if (await write(quiz, row, { run: next.run, before: run, seq, sent, now })) {
      return { taken: { seq, edition: row.edition, view: viewOf(quiz, next.run) } };
    }
    // Another request of the same run was faster; look again.
  }
  throw new Problem(409, 'busy', 'This run is being changed from several places at once. Please try again.');
}

async function write(
  quiz: Quiz,
  row: RunWithEvents,
  { run, before, seq, sent, now }: { run: Run; before: Run; seq: number; sent: Sent; now: Date },
): Promise<boolean> {
  const event = { workspaceId: row.workspaceId, runId: row.runId, seq, sent, at: now, finished: run.finished };
  const contactNews = sent.do === 'go' && sent.contact !== undefined && hasContact(run);
  const finishedNow = run.finished && !before.finished;
  if (!contactNews && !finishedNow) return appendEvent(database(), event);
  return database().transaction(async (tx) => {
    if (!(await appendEvent(tx, event))) return false;
    await keepWhatWasLeft(tx, quiz, row, run, { contactNews, now });
    return true;
  });
}
