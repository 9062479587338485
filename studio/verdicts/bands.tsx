'use client';
/** Decided by how far a score reaches. */
import { spanOf } from '../../core/rehearsal/span';
import { isKeyed, isReviewed } from '../../core/questions/registry';
import { questionsOf } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField, setFields } from '../edits/edits';
import { measuresOf } from '../edits/measures';
import { useRehearsal } from '../shared/rehearsal';
import { BandRuler } from './band-ruler';
import type { ByBands } from './band-scale';
import type { Props, StudioVerdict } from './kind';

/** What the bands are laid over, and in which unit. Another measure keeps the bands where they make sense in it. */
function Measure({ quiz, verdict }: Props<ByBands>) {
  const store = useDocumentStore();
  const { odds } = useRehearsal();
  const at = ['verdicts', verdict.id];
  const unit = verdict.unit ?? 'points';
  const change = (part: Partial<Pick<ByBands, 'scale' | 'unit' | 'topic'>>) => {
    const { ops } = setFields('set-measure', at, verdict, part);
    // Convert the boundaries when the unit changes, so that they stay at the same places.
    if (part.unit && part.unit !== unit) {
      const before = rulerSpan(quiz, verdict, odds);
      const after = rulerSpan(quiz, { ...verdict, unit: part.unit }, odds);
      const share = (from: number) => (from - before.lowest) / (before.highest - before.lowest || 1);
      const place = (from: number) => after.lowest + share(from) * (after.highest - after.lowest);
      const digits = part.unit === 'right' ? 0 : 2;
      const to = verdict.bands.map((b) => ({ ...b, from: Number(place(b.from).toFixed(digits)) }));
      ops.push({ op: 'set', at, field: ['bands'], was: verdict.bands, to });
    }
    store.getState().edit({ name: 'set-measure', ops });
  };
  return (
    <>
      : the{' '}
      <Choose
        label="Which score"
        value={verdict.scale}
        options={[
          { id: 'marks', label: 'marks' },
          ...quiz.scales.map((s) => ({ id: s.id, label: s.name || 'Unnamed' })),
        ]}
        onChange={(scale) => change({ scale, ...(unit === 'right' && scale !== 'marks' ? { unit: 'points' } : {}) })}
      />{' '}
      {quiz.topics.length > 0 && (
        <>
          of{' '}
          <Choose
            label="Of which topic"
            value={verdict.topic ?? ''}
            options={[
              { id: '', label: 'all topics' },
              ...quiz.topics.map((t) => ({ id: t.id, label: t.name || 'Unnamed' })),
            ]}
            onChange={(topic) => change({ topic: topic || undefined })}
          />{' '}
        </>
      )}
      in{' '}
      <Choose
        label="In which unit"
        value={unit}
        options={[
          { id: 'points', label: 'points' },
          { id: 'percent', label: 'percent of the full score' },
          ...(verdict.scale === 'marks' ? [{ id: 'right' as const, label: 'questions right' }] : []),
        ]}
        onChange={(to) => change({ unit: to })}
      />
      .
    </>
  );
}

/** Questions that have marks. */
const marked = (quiz: Quiz, topic?: string): number =>
  questionsOf(quiz).filter((q) => (isKeyed(q) || isReviewed(q)) && (topic === undefined || q.topic === topic)).length;

type Odds = ReturnType<typeof useRehearsal>['odds'];

/** The ends of the ruler: what the score can be, or where rehearsed visitors end. */
function rulerSpan(quiz: Quiz, verdict: ByBands, odds: Odds): { lowest: number; highest: number } {
  if (verdict.unit === 'percent') return { lowest: 0, highest: 100 };
  if (verdict.unit === 'right') return { lowest: 0, highest: marked(quiz, verdict.topic) || 1 };
  const spread = odds?.bands[verdict.id];
  const seen = spread?.histogram.length ? { lowest: spread.lowest, highest: spread.highest } : null;
  const known = verdict.topic ? null : spanOf(quiz, verdict.scale, odds);
  return known ?? seen ?? { lowest: 0, highest: 10 };
}

function Ruler({ quiz, verdict }: Props<ByBands>) {
  const store = useDocumentStore();
  const { odds, stale } = useRehearsal();
  const colours = new Map(measuresOf(quiz).map((t) => [t.id, t.colour ?? 0]));
  const span = rulerSpan(quiz, verdict, odds);
  const spread = odds?.bands[verdict.id];
  const whole = spread?.histogram.every(([value]) => Number.isInteger(value)) ?? true;
  return (
    <div style={{ opacity: stale ? 0.85 : 1 }}>
      <BandRuler
        verdict={verdict}
        span={span}
        step={verdict.unit === 'percent' || whole ? 1 : 0.5}
        spread={spread?.histogram.length ? spread : undefined}
        colourOf={(id) => colours.get(id) ?? 0}
        onChange={(bands, join) =>
          store.getState().edit(setField('set-bands', ['verdicts', verdict.id], ['bands'], verdict.bands, bands), join)
        }
      />
    </div>
  );
}

export const bands: StudioVerdict<ByBands> = {
  label: 'how far a score reaches',
  saidAs: () => 'by bands',
  orElse: 'no outcome',
  Sentence: Measure,
  Body: Ruler,
};
