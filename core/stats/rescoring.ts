/** What another key makes of runs: outcomes, marks, right and wrong, before and after. */
import { type Result, resultOf } from '../flow/result';
import type { Run } from '../flow/run';
import type { Quiz } from '../schema/quiz';
import { round9 } from '../values/numbers';

/**
 * `looking`: what would change is being found out; `seen`: it is known; `applying`, `applied`; `undoing`, `undone`; `dropped` before it was
 * applied.
 */
export type RescoringState = 'looking' | 'seen' | 'applying' | 'applied' | 'undoing' | 'undone' | 'dropped';

/** A run that came out otherwise. Outcomes by verdict, where they differ. */
export type ChangedRun = {
  run: string;
  marks: [before: number, after: number];
  outcomes: Record<string, [before: string[], after: string[]]>;
};
export type Changes = {
  /** Runs that were looked at. */
  runs: number;
  /** Those in which outcomes or marks differ. */
  changed: number;
  marks: { more: number; fewer: number; /** sum over all runs */ before: number; after: number };
  /** By verdict: how many came to each outcome before and after, and how many went from one to another. `from` and `to` are ids joined by spaces. */
  verdicts: Record<string, { before: Tally; after: Tally; moved: { from: string; to: string; runs: number }[] }>;
  /** By question: in how many runs it gives more, or fewer marks. */
  questions: Record<string, { more: number; fewer: number }>;
  /** The first of them. */
  who: ChangedRun[];
};
type Tally = Record<string, number>;

/** Runs that are named. */
export const MOST_NAMED = 200;

export const noChanges = (): Changes => ({
  ...{ runs: 0, changed: 0, marks: { more: 0, fewer: 0, before: 0, after: 0 } },
  ...{ verdicts: {}, questions: {}, who: [] },
});

const raise = (tally: Tally, key: string): void => {
  tally[key] = (tally[key] ?? 0) + 1;
};

const isAbove = (one: number, other: number): boolean => round9(one - other) > 0;

/** A run by the document it is read by. */
export type ReadBy = { quiz: Quiz; run: Run };

/** Adds a run to what has changed, in place. */
export function addChange(changes: Changes, id: string, before: ReadBy, after: ReadBy): void {
  const [was, is] = [resultOf(before.quiz, before.run), resultOf(after.quiz, after.run)];
  const outcomes = outcomesThatDiffer(changes, was, is);
  const marks = marksThatDiffer(changes, was, is);
  changes.runs += 1;
  if (!marks && Object.keys(outcomes).length === 0) return;
  changes.changed += 1;
  if (changes.who.length < MOST_NAMED)
    changes.who.push({ run: id, marks: [was.marks.awarded, is.marks.awarded], outcomes });
}

function outcomesThatDiffer({ verdicts }: Changes, was: Result, is: Result): ChangedRun['outcomes'] {
  const differ: ChangedRun['outcomes'] = {};
  for (const id of new Set([...Object.keys(was.verdicts), ...Object.keys(is.verdicts)])) {
    const [before, after] = [was.verdicts[id]?.outcomes ?? [], is.verdicts[id]?.outcomes ?? []];
    const verdict = (verdicts[id] ??= { before: {}, after: {}, moved: [] });
    for (const one of before) raise(verdict.before, one);
    for (const one of after) raise(verdict.after, one);
    const [from, to] = [before.join(' '), after.join(' ')];
    if (from === to) continue;
    differ[id] = [before, after];
    const known = verdict.moved.find((one) => one.from === from && one.to === to);
    if (known) known.runs += 1;
    else verdict.moved.push({ from, to, runs: 1 });
  }
  return differ;
}

/** @returns whether the run has other marks in all */
function marksThatDiffer({ marks, questions }: Changes, was: Result, is: Result): boolean {
  const [before, after] = [was.marks.awarded, is.marks.awarded];
  marks.before = round9(marks.before + before);
  marks.after = round9(marks.after + after);
  for (const id of new Set([...Object.keys(was.questions), ...Object.keys(is.questions)])) {
    const [had, has] = [was.questions[id]?.awarded ?? 0, is.questions[id]?.awarded ?? 0];
    const question = (questions[id] ??= { more: 0, fewer: 0 });
    if (isAbove(has, had)) question.more += 1;
    if (isAbove(had, has)) question.fewer += 1;
  }
  if (isAbove(after, before)) marks.more += 1;
  if (isAbove(before, after)) marks.fewer += 1;
  return isAbove(after, before) || isAbove(before, after);
}
