import type { Quiz, Verdict } from '../quiz/schema';
import { type Facts, holds } from './conditions';
import { type Ledger, readMarks, readScale, readTally } from './ledger';
import { round9 } from './numbers';

export type Decision = { outcomes: string[]; tallies?: Record<string, number> };

/** Decides one verdict from the sums of a run. A verdict without outcomes decides nothing. */
export function decide(quiz: Quiz, verdict: Verdict, ledger: Ledger, facts: Facts): Decision {
  const orElse = (first?: string): string[] => {
    const id = verdict.fallback ?? first;
    return id === undefined ? [] : [id];
  };
  if (verdict.by === 'rules') {
    const rule = verdict.rules.find(({ when }) => holds(when, facts));
    return { outcomes: rule ? [rule.outcome] : orElse() };
  }
  if (verdict.by === 'bands') {
    const unit = verdict.unit ?? 'points';
    const reading =
      verdict.scale === 'marks'
        ? readMarks(quiz, ledger, verdict.topic)
        : readScale(quiz, ledger, verdict.scale, verdict.topic);
    const value = unit === 'percent' ? reading.percent : 'awarded' in reading ? reading.awarded : reading.points;
    if (value === null) return { outcomes: orElse() };
    const band = verdict.bands.reduce((found, b) => (round9(b.from) <= value ? b : found), verdict.bands[0]);
    return { outcomes: band ? [band.outcome] : [] };
  }
  return strongest(verdict, ledger, orElse);
}

function strongest(
  verdict: Extract<Verdict, { by: 'strongest' }>,
  ledger: Ledger,
  orElse: (first?: string) => string[],
): Decision {
  const tallies = verdict.outcomes.map(({ id }) => ({ id, ...readTally(ledger, id) }));
  const shown = Object.fromEntries(tallies.map(({ id, points }) => [id, points]));
  const first = verdict.outcomes[0]?.id;
  const share = verdict.compare === 'share';
  if (!tallies.some((t) => t.spoken) || (share && !tallies.some((t) => t.greatest > 0))) {
    return { outcomes: orElse(first), tallies: shown };
  }
  const height = (t: (typeof tallies)[number]) =>
    !share ? t.points : t.greatest > 0 ? round9(t.points / t.greatest) : -Infinity;
  const top = Math.max(...tallies.map(height));
  const tied = tallies.filter((t) => height(t) === top);
  if (verdict.ties === 'blend') return { outcomes: tied.map((t) => t.id), tallies: shown };
  const winner = verdict.ties === 'latest' ? tied.reduce((a, b) => (b.last > a.last ? b : a)) : tied[0];
  return { outcomes: winner ? [winner.id] : [], tallies: shown };
}
