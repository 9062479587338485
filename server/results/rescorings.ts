/** Runs of old scored by the key of a newer edition: looked at first, then done, then perhaps undone; in the background, a batch at a time. */
import type { AnswerOf, BodyOf } from '../../contract';
import { nameOf, quizIndex } from '../../core/document/lookup';
import { addChange, type ChangedRun, type Changes, noChanges, type RescoringState } from '../../core/stats/rescoring';
import type { Quiz } from '../../core/schema/quiz';
import type { Tx } from '../../db/client';
import type { Membership } from '../../db/queries/members';
import { lockQuiz } from '../../db/queries/quizzes';
import {
  countScoredOtherwise,
  insertRescoring,
  lockRescoring,
  type OfQuiz,
  type OfRescoring,
  rescoreNext,
  type Rescoring,
  rescoringsOf,
  runsScoredOtherwise,
  scoreNextAsBefore,
  updateRescoring,
} from '../../db/queries/rescorings';
import { namesOfRuns } from '../../db/queries/runs';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { enqueueRescore } from '../platform/jobs';
import { editionOf, ownRunOf } from '../publishing/editions';

const BATCH = 250;
/** A job that takes longer makes way for others, and goes on in another one. Milliseconds. */
const LONGEST = 20_000;
/** Of the past. */
const MOST_SHOWN = 20;

type Told = AnswerOf<'GET /api/quizzes/{quiz}/rescorings'>;

const UNDER_WAY: readonly RescoringState[] = ['looking', 'applying', 'undoing'];
const isUnderWay = ({ state }: Rescoring): boolean => UNDER_WAY.includes(state);

/** What could be scored anew, and what was. */
export async function readRescorings(member: Membership, quizId: string): Promise<Told> {
  const { workspaceId } = member;
  const { liveEdition } = await getQuiz(member, quizId);
  const of = { workspaceId, quizId };
  if (liveEdition === null) return { edition: null, runs: 0, rescorings: [] };
  const list = await rescoringsOf(database(), of, MOST_SHOWN);
  const runs = await countScoredOtherwise(database(), of, liveEdition);
  const [newest] = list;
  return {
    ...{ edition: liveEdition, runs },
    rescorings: await Promise.all(
      list.map(async (row) => ({
        ...{ rescoring: row.rescoring, edition: row.keyEdition, state: row.state, done: row.done, of: row.of },
        ...{ at: row.at.toISOString(), by: row.byName },
        // What an older one has changed is known by its figures alone.
        changes: row === newest ? await inWords(of, row) : null,
      })),
    ),
  };
}

type Words = NonNullable<Told['rescorings'][number]['changes']>;

async function inWords({ workspaceId, quizId }: OfQuiz, { keyEdition, changes }: Rescoring): Promise<Words> {
  const names = await namesOfRuns(
    database(),
    workspaceId,
    changes.who.map(({ run }) => run),
  );
  const quiz = await editionOf(workspaceId, quizId, keyEdition);
  return { ...changesInWords(quiz, changes), who: changes.who.flatMap((one) => whoInWords(quiz, one, names)) };
}

/** What changes by the names of outcomes and questions. @param quiz whose key counts */
export function changesInWords(quiz: Quiz, { marks, verdicts, questions, runs, changed }: Changes): Omit<Words, 'who'> {
  return {
    ...{ runs, changed, marks },
    verdicts: quiz.verdicts.flatMap(({ id, name, outcomes }) => {
      const found = verdicts[id];
      if (!found) return [];
      return [
        {
          ...{ id, name },
          outcomes: outcomes.map((o) => ({
            ...{ id: o.id, name: o.name },
            ...{ before: found.before[o.id] ?? 0, after: found.after[o.id] ?? 0 },
          })),
          moved: [...found.moved]
            .sort((a, b) => b.runs - a.runs)
            .map((one) => ({
              ...{ from: outcomesInWords(quiz, one.from.split(' ')), to: outcomesInWords(quiz, one.to.split(' ')) },
              runs: one.runs,
            })),
        },
      ];
    }),
    questions: Object.entries(questions).flatMap(([id, { more, fewer }]) => {
      const question = quizIndex(quiz).questions.get(id);
      return more + fewer === 0 ? [] : [{ id, name: question ? nameOf(question) : id, more, fewer }];
    }),
  };
}

const outcomesInWords = (quiz: Quiz, ids: string[]): string =>
  ids
    .filter((id) => id !== '')
    .map((id) => quizIndex(quiz).outcomes.get(id)?.outcome.name ?? id)
    .join(' and ') || 'nothing';

/** @returns nothing where the run is gone */
function whoInWords(
  quiz: Quiz,
  { run, marks, outcomes }: ChangedRun,
  names: ReadonlyMap<string, string>,
): Words['who'] {
  const name = names.get(run);
  if (name === undefined) return [];
  const [before, after] = marks;
  return [
    {
      ...{ run, name, before, after },
      outcomes: Object.values(outcomes).map(([from, to]) => ({
        ...{ from: outcomesInWords(quiz, from), to: outcomesInWords(quiz, to) },
      })),
    },
  ];
}

/**
 * Begins to look at what the live edition's key would change.
 * @throws HttpError 409 where something is under way, or there is nothing to be scored otherwise
 */
export async function beginRescoring(member: Membership, quizId: string): Promise<Told> {
  requireEditor(member);
  const { workspaceId } = member;
  const { liveEdition } = await getQuiz(member, quizId);
  const of = { workspaceId, quizId };
  await database().transaction(async (tx) => {
    await lockQuiz(tx, workspaceId, quizId);
    const [newest] = await rescoringsOf(tx, of, 1);
    if (newest && isUnderWay(newest)) throw busy();
    const runs = liveEdition === null ? 0 : await countScoredOtherwise(tx, of, liveEdition);
    if (liveEdition === null || runs === 0)
      throw new HttpError(409, 'nothing-to-score', 'All finished runs are scored by this key already.');
    if (newest?.state === 'seen')
      await updateRescoring(tx, { ...of, rescoring: newest.rescoring }, { state: 'dropped' });
    const rescoring = (newest?.rescoring ?? 0) + 1;
    await insertRescoring(tx, {
      ...{ ...of, rescoring, keyEdition: liveEdition, state: 'looking', of: runs, changes: noChanges() },
      ...{ by: member.userId, byName: member.name },
    });
    await enqueueRescore(tx, { ...of, rescoring });
  });
  return readRescorings(member, quizId);
}

const busy = () =>
  new HttpError(409, 'under-way', 'Runs are being gone through just now. Wait until that is done, or stop it.');

/**
 * Applies what was looked at, stops what is under way, or undoes what was applied.
 * @throws HttpError 404 where there is none, 409 where it cannot be done as it stands
 */
export async function moveRescoring(
  member: Membership,
  quizId: string,
  rescoring: number,
  { do: move }: BodyOf<'PUT /api/quizzes/{quiz}/rescorings/{rescoring}'>,
): Promise<Told> {
  requireEditor(member);
  await getQuiz(member, quizId);
  const of = { workspaceId: member.workspaceId, quizId, rescoring };
  await database().transaction(async (tx) => {
    const row = await lockRescoring(tx, of);
    if (!row) throw notFound('This');
    const [newest] = await rescoringsOf(tx, of, 1);
    const to = newest?.rescoring === rescoring ? NEXT[move](row) : null;
    // Pressed twice, it is done once.
    if (to === row.state) return;
    if (to === null) throw new HttpError(409, 'not-now', 'That can no longer be done. Nothing was changed.');
    // Of what is undone there is as much as had been done.
    await updateRescoring(tx, of, { state: to, done: 0, after: '', ...(to === 'undoing' ? { of: row.done } : {}) });
    if (UNDER_WAY.includes(to)) await enqueueRescore(tx, of);
  });
  return readRescorings(member, quizId);
}

/** The state that a move leads to; the same where it has been done already; null where it cannot be. */
const NEXT: Record<'apply' | 'stop' | 'undo', (row: Rescoring) => RescoringState | null> = {
  apply: ({ state }) => (state === 'seen' || state === 'applying' ? 'applying' : state === 'applied' ? state : null),
  stop: ({ state }) =>
    state === 'looking' || state === 'seen' || state === 'dropped'
      ? 'dropped'
      : state === 'applying' || state === 'undoing'
        ? 'undoing'
        : null,
  undo: ({ state }) => (state === 'applied' || state === 'undoing' ? 'undoing' : state === 'undone' ? state : null),
};

/** Goes through the runs of one, until it is done or has taken so long; then it goes on in another job. */
export async function goThroughRuns(of: OfRescoring, longest = LONGEST): Promise<void> {
  const until = Date.now() + longest;
  for (;;) {
    const goesOn = await database().transaction(async (tx) => {
      const row = await lockRescoring(tx, of);
      if (!row || !isUnderWay(row)) return false;
      const done = await BATCHES[row.state as 'looking' | 'applying' | 'undoing'](tx, of, row);
      if (done && Date.now() >= until) await enqueueRescore(tx, of);
      return done && Date.now() < until;
    });
    if (!goesOn) return;
  }
}

/** One batch each. They give whether there is more to do. */
const BATCHES: Record<
  'looking' | 'applying' | 'undoing',
  (tx: Tx, of: OfRescoring, row: Rescoring) => Promise<boolean>
> = {
  async looking(tx, of, { keyEdition, after, done, changes }) {
    const rows = await runsScoredOtherwise(tx, of, { keyEdition, after, most: BATCH });
    for (const row of rows) {
      const before = await ownRunOf(row, tx);
      addChange(changes, row.runId, before, await ownRunOf({ ...row, keyEdition }, tx));
    }
    const isOver = rows.length < BATCH;
    await updateRescoring(tx, of, {
      ...{ changes, done: done + rows.length, after: rows.at(-1)?.runId ?? after },
      ...(isOver ? { state: 'seen' } : {}),
    });
    return !isOver;
  },
  async applying(tx, of, { keyEdition, done }) {
    const many = await rescoreNext(tx, of, keyEdition, BATCH);
    const isOver = many < BATCH;
    await updateRescoring(tx, of, { done: done + many, ...(isOver ? { state: 'applied' } : {}) });
    return !isOver;
  },
  async undoing(tx, of, { done }) {
    const many = await scoreNextAsBefore(tx, of, BATCH);
    const isOver = many < BATCH;
    await updateRescoring(tx, of, { done: done + many, ...(isOver ? { state: 'undone' } : {}) });
    return !isOver;
  },
};
