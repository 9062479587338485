/** Letters about many runs: all of a day in one, or the figures of a week. */
import { isTrue } from '../../core/conditions/evaluate';
import { quizIndex } from '../../core/document/lookup';
import { composeGathered, type Gathered, MOST_LINES, type WeekFigure } from '../../core/flow/letter';
import { contactOf, resultOf } from '../../core/flow/result';
import { runFacts } from '../../core/flow/run';
import type { Letter, Quiz } from '../../core/schema/quiz';
import { findEdition } from '../../db/queries/editions';
import { figuresWithin } from '../../db/queries/figures';
import { insertLetter } from '../../db/queries/letters';
import { takeGathering } from '../../db/queries/mailing';
import { findQuiz } from '../../db/queries/quizzes';
import { finishedIn } from '../../db/queries/runs';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { enqueueLetter, type Gathering } from '../platform/jobs';
import { keyedHash } from '../platform/keyed-hash';
import { ownRunOf } from '../publishing/editions';
import { countRuns } from './count-runs';
import { makersOf } from '../letters/write-letters';

const DAY = 86_400_000;
const WEEK = 7 * DAY;
/** Runs of a day that are looked through. */
const MOST_RUNS = 5_000;

/** Writes a letter that is due, once, by what the live edition says of it. */
export async function writeGathered({ workspaceId, quizId, messageId, dueAt: due }: Gathering): Promise<void> {
  const dueAt = new Date(due);
  const row = await findQuiz(database(), workspaceId, quizId);
  const edition = row?.deletedAt ? null : (row?.liveEdition ?? null);
  const quiz = edition === null ? undefined : await findEdition(database(), workspaceId, quizId, edition);
  const letter = quiz?.messages.find(({ id }) => id === messageId);
  if (row && quiz && edition !== null && letter?.gather === 'weekly') await countRuns(workspaceId, quizId);
  await database().transaction(async (tx) => {
    if (!(await takeGathering(tx, { workspaceId, quizId, messageId, dueAt }))) return;
    // Taken out of the quiz since, or the quiz is off line.
    if (!row || !quiz || edition === null || !letter?.gather) return;
    const told = letter.gather === 'daily' ? await dayOf(row, quiz, letter, dueAt) : await weekOf(row, quiz, dueAt);
    const links = { quiz: `${readConfig().publicUrl}/q/${row.address}` };
    const composed = composeGathered(quiz, letter, told, { links });
    for (const recipient of await makersOf(tx, { workspaceId, quizId, edition }, letter)) {
      const letterId = `l-${keyedHash('gathered', quizId, messageId, due, recipient).slice(0, 24)}`;
      const made = { workspaceId, letterId, quizId, runId: null, messageId, recipient, audience: 'makers' as const };
      if (await insertLetter(tx, { ...made, language: quiz.language, writtenAt: dueAt, ...composed }))
        await enqueueLetter(tx, { workspaceId, letterId });
    }
  });
}

type Row = { workspaceId: string; quizId: string };

async function dayOf({ workspaceId, quizId }: Row, quiz: Quiz, { when }: Letter, until: Date) {
  const since = new Date(until.getTime() - DAY);
  const rows = await finishedIn(database(), workspaceId, quizId, { since, until, most: MOST_RUNS });
  const runs: Gathered[] = [];
  let more = 0;
  for (const row of rows) {
    const { quiz: own, run } = await ownRunOf(row);
    if (when && !isTrue(when, runFacts(own, run))) continue;
    if (runs.length === MOST_LINES) {
      more += 1;
      continue;
    }
    const { outcomes } = quizIndex(own);
    const contact = contactOf(run);
    const email = Object.values(contact).find((value) => value.includes('@')) ?? '';
    const reached = Object.values(resultOf(own, run).verdicts).flatMap((decided) => decided.outcomes);
    runs.push({
      name: (contact['name'] ?? '').trim(),
      email: email.trim(),
      outcomes: reached.map((id) => outcomes.get(id)?.outcome.name ?? ''),
      at: new Intl.DateTimeFormat(quiz.language, { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' }).format(
        row.finishedAt ?? row.lastAt,
      ),
    });
  }
  return { runs, more };
}

/** The seven days before, beside the seven before those. */
async function weekOf({ workspaceId, quizId }: Row, quiz: Quiz, until: Date): Promise<{ figures: WeekFigure[] }> {
  const day = (before: number) => new Date(until.getTime() - before).toISOString().slice(0, 10);
  const within = (since: number, end: number) =>
    figuresWithin(database(), workspaceId, quizId, { since: day(since), until: day(end) });
  const [now, earlier] = [await within(WEEK, 0), await within(2 * WEEK, WEEK)];
  const figure = (key: string, name: string): WeekFigure => ({
    name,
    count: now.get(key) ?? 0,
    before: earlier.get(key) ?? 0,
  });
  return {
    figures: [
      figure('started', 'Started'),
      figure('finished', 'Finished'),
      figure('contact', 'Left a contact'),
      ...quiz.verdicts.flatMap((verdict) =>
        verdict.outcomes.map(({ id, name }) => figure(`outcome ${verdict.id} ${id}`, name)),
      ),
    ],
  };
}
