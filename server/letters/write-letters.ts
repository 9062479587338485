/** Writes the letters that a finished run causes, each of them once, in the transaction that causes them. */
import { isTrue } from '../../core/conditions/evaluate';
import { looksLikeEmail } from '../../core/flow/contact-formats';
import { composeLetter } from '../../core/flow/letter';
import { type Run, runFacts } from '../../core/flow/run';
import { nextMorning } from '../../core/mailing/quiet';
import type { Letter, Quiz } from '../../core/schema/quiz';
import type { Tx } from '../../db/client';
import { publisherOf } from '../../db/queries/editions';
import { insertLetter, type NewLetter } from '../../db/queries/letters';
import { addGathering, isUnsubscribed, mailingOf } from '../../db/queries/mailing';
import type { RunRow } from '../../db/queries/runs';
import { enqueueGathering, enqueueLetter } from '../platform/jobs';
import { letterIdOf } from '../platform/months';
import { besideRun } from './links';
import { personHash } from './unsubscribe';

const HOUR = 3_600_000;

/** A letter about a run. */
type About = Omit<NewLetter, 'letterId'> & { runId: string };

const isMeant = (quiz: Quiz, run: Run, { when }: Letter): boolean =>
  when === undefined || isTrue(when, runFacts(quiz, run));

/** @param to the address that the visitor left, and may be written to */
export async function writeToVisitor(
  tx: Tx,
  quiz: Quiz,
  row: RunRow,
  run: Run,
  { to, now }: { to: string; now: Date },
): Promise<void> {
  // Who has finished is told of the result, and who has not is asked to go on.
  const isOf = ({ unfinished = false }: Letter) => unfinished !== run.finished;
  const own = quiz.messages.filter(
    (letter) => letter.to === 'visitor' && !letter.gather && isOf(letter) && isMeant(quiz, run, letter),
  );
  if (own.length === 0) return;
  const beside = await besideRun(tx, { quiz, run }, row, now);
  const isOut = await isUnsubscribed(tx, row.workspaceId, personHash(row.workspaceId, to));
  for (const letter of own)
    await write(
      tx,
      {
        ...causeOf(quiz, row, letter, now),
        recipient: to,
        audience: 'visitor',
        ...composeLetter(quiz, run, letter, beside),
      },
      isOut,
    );
}

/** Letters about a run to who made the quiz, or to whom they named; those about many runs are due in the morning. */
export async function writeToMakers(tx: Tx, quiz: Quiz, row: RunRow, run: Run, now: Date): Promise<void> {
  const own = quiz.messages.filter(
    (letter) => letter.to !== 'visitor' && !letter.unfinished && isMeant(quiz, run, letter),
  );
  if (own.length === 0) return;
  const beside = await besideRun(tx, { quiz, run }, row, now);
  for (const letter of own) {
    if (letter.gather) await gather(tx, row, letter, now);
    else
      for (const recipient of await makersOf(tx, row, letter))
        await write(tx, {
          ...causeOf(quiz, row, letter, now),
          recipient,
          audience: 'makers',
          ...composeLetter(quiz, run, letter, beside),
        });
  }
}

const causeOf = (quiz: Quiz, { workspaceId, quizId, runId }: RunRow, letter: Letter, now: Date) => ({
  workspaceId,
  quizId,
  runId,
  messageId: letter.id,
  language: quiz.language,
  writtenAt: now,
  dueAt: letter.after === undefined ? null : new Date(now.getTime() + letter.after * HOUR),
  unfinished: letter.unfinished ?? false,
});

async function write(tx: Tx, about: About, isOut = false): Promise<void> {
  const row = { ...about, letterId: letterIdOf(about) };
  const { workspaceId, letterId, dueAt } = row;
  if ((await insertLetter(tx, row, isOut ? 'unsubscribed' : 'waiting')) && !isOut)
    await enqueueLetter(tx, { workspaceId, letterId }, dueAt ?? undefined);
}

/** The addresses of a letter that is not for the visitor: no more than one each, none that is none. */
export async function makersOf(
  tx: Tx,
  { workspaceId, quizId, edition }: Pick<RunRow, 'workspaceId' | 'quizId' | 'edition'>,
  letter: Letter,
): Promise<string[]> {
  if (letter.to === 'me') {
    const address = await publisherOf(tx, workspaceId, quizId, edition);
    return address === undefined ? [] : [address];
  }
  const typed = (letter.addresses ?? []).map((one) => one.trim()).filter(looksLikeEmail);
  return [...new Map(typed.map((one) => [one.toLowerCase(), one])).values()];
}

/** Notes that a letter about many runs has one to tell of. */
async function gather(tx: Tx, { workspaceId, quizId }: RunRow, letter: Letter, now: Date): Promise<void> {
  if (!letter.gather) return;
  const zone = (await mailingOf(tx, workspaceId))?.quiet?.zone ?? 'UTC';
  const dueAt = new Date(nextMorning(letter.gather, now.getTime(), zone));
  const due = { workspaceId, quizId, messageId: letter.id, dueAt };
  if (await addGathering(tx, due)) await enqueueGathering(tx, due);
}
