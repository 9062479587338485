import type { Quiz, Verdict } from '../schema/quiz';
import { type Facts, isTrue } from '../conditions/evaluate';
import { type Ledger, readMarks, readRight, readScale, readTally } from './ledger';
import { round9 } from '../values/numbers';

export type Decision = { outcomes: string[]; tallies?: Record<string, number> };

/** Decides one verdict from the sums of a run. A verdict without outcomes decides nothing. */
export function decide(quiz: Quiz, verdict: Verdict, ledger: Ledger, facts: Facts): Decision {
  const orElse = verdict.fallback === undefined ? [] : [verdict.fallback];
  if (verdict.by === 'rules') {
    // A rule looks only at verdicts decided before its own.
    const order = quiz.verdicts.map((v) => v.id);
    const before = (id: string) => order.indexOf(id) < order.indexOf(verdict.id);
    const earlier: Facts = { ...facts, outcomes: (id) => (before(id) ? facts.outcomes(id) : []) };
    const rule = verdict.rules.find(({ when }) => isTrue(when, earlier));
    return { outcomes: rule ? [rule.outcome] : orElse };
  }
  if (verdict.by === 'bands') {
    const measured = readMeasure(quiz, verdict, ledger);
    const { value } = measured;
    if (value === null) return { outcomes: orElse };
    const band = verdict.bands.reduce(
      (found, b) => (round9(bandStart(b, measured)) <= value ? b : found),
      verdict.bands[0],
    );
    return { outcomes: band ? [band.outcome] : orElse };
  }
  const tallies = verdict.outcomes.map(({ id }) => ({ id, ...readTally(quiz, ledger, id) }));
  return {
    outcomes: winnersOf(verdict, tallies),
    tallies: Object.fromEntries(tallies.map(({ id, points }) => [id, points])),
  };
}

type ByBands = Extract<Verdict, { by: 'bands' }>;
/** A value with the least and the greatest it could be; null where there is none. */
export type Measured = { value: number | null; lowest: number | null; highest: number | null };

/** What a verdict by bands looks at, in its unit. */
export function readMeasure(quiz: Quiz, verdict: ByBands, ledger: Ledger): Measured {
  const { scale, topic, unit } = verdict;
  if (unit === 'right') {
    const { right, asked } = readRight(quiz, ledger, topic);
    return scale === 'marks' && asked > 0
      ? { value: right, lowest: 0, highest: asked }
      : { value: null, lowest: null, highest: null };
  }
  if (scale === 'marks') {
    const { awarded, possible, percent } = readMarks(quiz, ledger, topic);
    return unit === 'percent'
      ? { value: percent, lowest: 0, highest: 100 }
      : { value: awarded, lowest: 0, highest: possible };
  }
  const { points, percent, lowest, highest } = readScale(quiz, ledger, scale, topic);
  return unit === 'percent' ? { value: percent, lowest: 0, highest: 100 } : { value: points, lowest, highest };
}

/** The value that a verdict by bands looks at, in its unit; null where there is none yet. */
export const measureOf = (quiz: Quiz, verdict: ByBands, ledger: Ledger): number | null =>
  readMeasure(quiz, verdict, ledger).value;

/** Where a band begins: half and all of what can be had follow by themselves when a question is added. */
export function bandStart(
  { from, at }: ByBands['bands'][number],
  { lowest, highest }: Pick<Measured, 'lowest' | 'highest'>,
): number {
  if (at === undefined || highest === null) return from;
  return at === 'full' ? highest : round9(((lowest ?? 0) + highest) / 2);
}

export type Tally = { id: string; points: number; greatest: number; spoken: boolean; last: number };
type Strongest = Extract<Verdict, { by: 'strongest' }>;

/** The outcomes that win among tallies; `last` tells which of them was strengthened later than which. */
export function winnersOf(verdict: Strongest, tallies: Tally[]): string[] {
  if (!tallies.some((t) => t.spoken) || (verdict.compare === 'share' && !tallies.some((t) => t.greatest > 0))) {
    const id = verdict.fallback ?? verdict.outcomes[0]?.id;
    return id === undefined ? [] : [id];
  }
  const tied = tiedAtTop(verdict, tallies);
  if (verdict.ties === 'blend') return tied.map((t) => t.id);
  const winner = verdict.ties === 'latest' ? tied.reduce((a, b) => (b.last > a.last ? b : a)) : tied[0];
  return winner ? [winner.id] : [];
}

/** The tallies that are level at the top; those that could have had nothing come last where shares are compared. */
export function tiedAtTop(verdict: Strongest, tallies: Tally[]): Tally[] {
  const height = (t: Tally) =>
    verdict.compare !== 'share' ? t.points : t.greatest > 0 ? round9(t.points / t.greatest) : -Infinity;
  let top = Number.NEGATIVE_INFINITY;
  for (const tally of tallies) if (height(tally) > top) top = height(tally);
  return tallies.filter((t) => height(t) === top);
}
