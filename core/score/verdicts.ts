import type { Quiz, Verdict } from '../quiz/schema';
import { type Facts, holds } from './conditions';
import { type Ledger, readMarks, readScale, readTally } from './ledger';
import { round9 } from './numbers';

export type Decision = { outcomes: string[]; tallies?: Record<string, number> };

/** Decides one verdict from the sums of a run. A verdict without outcomes decides nothing. */
export function decide(quiz: Quiz, verdict: Verdict, ledger: Ledger, facts: Facts): Decision {
  const orElse = verdict.fallback === undefined ? [] : [verdict.fallback];
  if (verdict.by === 'rules') {
    // A rule looks only at verdicts decided before its own.
    const order = quiz.verdicts.map((v) => v.id);
    const before = (id: string) => order.indexOf(id) < order.indexOf(verdict.id);
    const earlier: Facts = { ...facts, outcomes: (id) => (before(id) ? facts.outcomes(id) : []) };
    const rule = verdict.rules.find(({ when }) => holds(when, earlier));
    return { outcomes: rule ? [rule.outcome] : orElse };
  }
  if (verdict.by === 'bands') {
    const value = measureOf(quiz, verdict, ledger);
    if (value === null) return { outcomes: orElse };
    const band = verdict.bands.reduce((found, b) => (round9(b.from) <= value ? b : found), verdict.bands[0]);
    return { outcomes: band ? [band.outcome] : orElse };
  }
  const tallies = verdict.outcomes.map(({ id }) => ({ id, ...readTally(quiz, ledger, id) }));
  return {
    outcomes: winnersOf(verdict, tallies),
    tallies: Object.fromEntries(tallies.map(({ id, points }) => [id, points])),
  };
}

/** The value that a verdict by bands looks at, in its unit; null where there is none yet. */
export function measureOf(quiz: Quiz, verdict: Extract<Verdict, { by: 'bands' }>, ledger: Ledger): number | null {
  const reading =
    verdict.scale === 'marks'
      ? readMarks(quiz, ledger, verdict.topic)
      : readScale(quiz, ledger, verdict.scale, verdict.topic);
  if (verdict.unit === 'percent') return reading.percent;
  return 'awarded' in reading ? reading.awarded : reading.points;
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
