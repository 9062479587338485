/** The outcome of the stretch that a score lies in. */
import { questionsOf } from '../document/lookup';
import { isKeyed, isReviewed } from '../questions/registry';
import { warning } from '../schema/finding';
import type { Quiz } from '../schema/quiz';
import { type Ledger, readMarks, readRight, readScale } from '../scoring/ledger';
import { round9 } from '../values/numbers';
import { fallbackOf } from './fallback';
import type { Of, Span, SpanOf, VerdictKind } from './kind';

type ByBands = Of<'bands'>;
/** A value with the least and the greatest it could be; null where there is none. */
type Measured = { value: number | null; lowest: number | null; highest: number | null };

/** What a verdict by bands looks at, in its unit. */
function readMeasure(quiz: Quiz, verdict: ByBands, ledger: Ledger): Measured {
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

/** Where a band begins: half and all of what can be had follow by themselves when a question is added. */
export function bandStart(
  { from, at }: ByBands['bands'][number],
  { lowest, highest }: Pick<Measured, 'lowest' | 'highest'>,
): number {
  if (at === undefined || highest === null) return from;
  return at === 'full' ? highest : round9(((lowest ?? 0) + highest) / 2);
}

export const bands: VerdictKind<ByBands> = {
  // Marks in two stretches: an exam.
  hasPassed({ scale, topic, bands: [below, above, ...more] }, { outcomes }) {
    if (scale !== 'marks' || topic !== undefined || !below || !above || more.length > 0) return null;
    return outcomes.includes(above.outcome) ? true : outcomes.includes(below.outcome) ? false : null;
  },
  decide(quiz, verdict, ledger) {
    const measured = readMeasure(quiz, verdict, ledger);
    const { value } = measured;
    if (value === null) return { outcomes: fallbackOf(verdict) };
    const band = verdict.bands.reduce(
      (found, b) => (round9(bandStart(b, measured)) <= value ? b : found),
      verdict.bands[0],
    );
    return { outcomes: band ? [band.outcome] : fallbackOf(verdict) };
  },
  begin(quiz, verdict) {
    const scale = quiz.scales.find((s) => s.formula === undefined) ?? quiz.scales[0];
    const each = verdict.outcomes.length || 1;
    return {
      scale: scale?.id ?? 'marks',
      unit: 'percent',
      bands: verdict.outcomes.map((o, i) => ({ from: Math.round((100 * i) / each), outcome: o.id })),
    };
  },
  fields: ['scale', 'topic', 'unit', 'bands'],
  named: (verdict) => verdict.bands.map((band) => band.outcome),
  without: (verdict, target) => ({
    ...(verdict.scale === target ? { scale: 'marks' } : {}),
    ...(verdict.bands.some((band) => band.outcome === target)
      ? { bands: verdict.bands.filter((band) => band.outcome !== target) }
      : {}),
  }),
  measure: {
    of: ({ scale, topic, unit }) => ({ scale, ...(topic === undefined ? {} : { topic }), ...(unit ? { unit } : {}) }),
    needsEnds: ({ unit, bands: all }) => unit === 'percent' || all.some((band) => band.at !== undefined),
    value: (quiz, verdict, ledger) => readMeasure(quiz, verdict, ledger).value,
  },
  findings(quiz, verdict, spanOf) {
    if (verdict.topic !== undefined) return [];
    const span = spanOfMeasure(quiz, verdict, spanOf);
    const start = (band: ByBands['bands'][number]) => bandStart(band, span ?? { lowest: null, highest: null });
    return verdict.bands.flatMap((band, i) => {
      const above = verdict.bands[i - 1];
      const name = verdict.outcomes.find((o) => o.id === band.outcome)?.name ?? band.outcome;
      const isOut = span && (start(band) > span.highest || (i > 0 && start(band) <= span.lowest));
      const isUnsorted = above && start(band) <= start(above);
      if (!isOut && !isUnsorted) return [];
      const why = isUnsorted ? 'which is not above the one before it' : 'where no visitor can be';
      const message = `The band “${name}” begins at ${start(band)}, ${why}.`;
      return [warning('band-out-of-range', 'score', [verdict.id, band.outcome], message)];
    });
  },
};

function spanOfMeasure(quiz: Quiz, verdict: ByBands, spanOf: SpanOf): Span | null {
  if (verdict.unit === 'percent') return { lowest: 0, highest: 100 };
  const questions = questionsOf(quiz);
  if (verdict.unit === 'right')
    return { lowest: 0, highest: questions.filter((q) => isKeyed(q) || isReviewed(q)).length };
  if (verdict.scale === 'marks')
    return { lowest: -Infinity, highest: questions.reduce((sum, q) => sum + (q.marks ?? 1), 0) };
  return quiz.scales.some((s) => s.id === verdict.scale && s.formula) ? null : spanOf(verdict.scale);
}
