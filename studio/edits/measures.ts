/** What an answer can speak for: the scales and outcomes of a quiz, as margin and grid name them. */
import type { By } from '../../core/verdicts/kind';
import { verdictKind } from '../../core/verdicts/registry';
import type { Outcome, Quiz, Scale } from '../../core/schema/quiz';

export type Measure = {
  id: string;
  name: string;
  /** place of its colour; null for a scale, which is grey */ colour: number | null;
  verdict: string | null;
  /** An outcome that no answer speaks for, since its verdict is decided in another way. */
  decidedBy?: By;
};

let last: { scales: Scale[]; verdicts: Quiz['verdicts']; targets: Measure[]; weighed: Measure[] } | null = null;

/** Scales first, then the outcomes of each verdict. The same list as long as these parts of the document are the same. */
export const measuresOf = (quiz: Quiz): Measure[] => listsOf(quiz).targets;

/** Of these, what answers can speak for: not the outcomes of verdicts by bands or rules. */
export const weighedMeasures = (quiz: Quiz): Measure[] => listsOf(quiz).weighed;

function listsOf(quiz: Quiz): { targets: Measure[]; weighed: Measure[] } {
  if (last && last.scales === quiz.scales && last.verdicts === quiz.verdicts) return last;
  let colour = 0;
  const outcomes = quiz.verdicts.flatMap((v) =>
    v.outcomes.map((o: Outcome): Measure => {
      const own = o.colour === undefined ? colour : o.colour - 1;
      colour += 1;
      return {
        id: o.id,
        name: o.name || 'Unnamed',
        colour: own,
        verdict: v.id,
        ...(verdictKind(v).tallies ? {} : { decidedBy: v.by }),
      };
    }),
  );
  const targets = [
    ...quiz.scales.map((s): Measure => ({ id: s.id, name: s.name || 'Unnamed', colour: null, verdict: null })),
    ...outcomes,
  ];
  const weighed = targets.filter((t) => !t.decidedBy);
  last = { scales: quiz.scales, verdicts: quiz.verdicts, targets, weighed };
  return last;
}

/** +2, −1 */
export const signed = (n: number): string => (n < 0 ? `−${Math.abs(n)}` : `+${n}`);
/** A number as typed: comma or point, − or -. Null where it is none. */
export function readNumber(text: string): number | null {
  const clean = text.trim().replace(',', '.').replace('−', '-').replace(/^\+/, '');
  const n = Number(clean);
  return clean !== '' && Number.isFinite(n) && Math.abs(n) <= 1e6 ? n : null;
}
