'use client';
/** How a verdict is decided, as sentences with choices in them. */
import { isKeyed, isReviewed } from '../../core/questions/registry';
import type { Quiz, Verdict } from '../../core/schema/quiz';
import type { Op } from '../../core/document/edits';
import { questionsOf } from '../../core/document/lookup';
import { spanOf } from '../../core/rehearsal/span';
import { Choose } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../shared/edits';
import { decideBy } from '../shared/weigh-edits';
import { useRehearsal } from '../shared/rehearsal';
import { measuresOf } from '../shared/measures';
import { BandRuler } from './bands';
import { VerdictRules } from './verdict-rules';

const ways = [
  { id: 'strongest', label: 'the outcome most answers speak for' },
  { id: 'bands', label: 'how far a score reaches' },
  { id: 'rules', label: 'rules' },
] as const;

export function VerdictPanel({ quiz, verdict }: { quiz: Quiz; verdict: Verdict }) {
  const store = useDocumentStore();
  const set = (field: string, was: unknown, to: unknown, join?: string) =>
    store.getState().edit(setField(`set-${field}`, ['verdicts', verdict.id], [field], was, to), join);
  const colours = new Map(measuresOf(quiz).map((t) => [t.id, t.colour ?? 0]));
  return (
    <div style={{ borderTop: '1px solid var(--ink)', padding: '10px 0', lineHeight: '26px' }}>
      <b style={{ fontWeight: 600 }}>{verdict.name}</b> is decided by{' '}
      <Choose
        label="How it is decided"
        value={verdict.by}
        options={[...ways]}
        onChange={(by) => {
          if (by !== verdict.by) store.getState().edit(decideBy(store.getState().quiz, verdict, by));
        }}
      />
      {verdict.by === 'strongest' && (
        <>
          , compared{' '}
          <Choose
            label="What is compared"
            value={verdict.compare ?? 'points'}
            options={[
              { id: 'points', label: 'by their points' },
              { id: 'share', label: 'by the share of what each could have had' },
            ]}
            onChange={(to) => set('compare', verdict.compare, to === 'points' ? undefined : to)}
          />
          . Level ones are decided by{' '}
          <Choose
            label="Who wins when outcomes are level"
            value={verdict.ties ?? 'first'}
            options={[
              { id: 'first', label: 'their order' },
              { id: 'latest', label: 'the later answer' },
              { id: 'blend', label: 'naming them all' },
            ]}
            onChange={(to) => set('ties', verdict.ties, to === 'first' ? undefined : to)}
          />
          .
        </>
      )}
      {verdict.by === 'bands' && <Measure quiz={quiz} verdict={verdict} />}
      {verdict.by === 'rules' && ', the first that holds.'}{' '}
      {verdict.outcomes.length > 0 && (
        <>
          Where nothing decides, it is{' '}
          <Choose
            label="Where nothing decides"
            value={verdict.fallback ?? ''}
            options={[
              { id: '', label: verdict.by === 'strongest' ? 'the first outcome' : 'no outcome' },
              ...verdict.outcomes.map((o) => ({ id: o.id, label: o.name || 'Unnamed' })),
            ]}
            onChange={(to) => set('fallback', verdict.fallback, to || undefined)}
          />
          .
        </>
      )}
      {verdict.by === 'rules' && <VerdictRules quiz={quiz} verdict={verdict} />}
      {verdict.by === 'bands' && <Bands quiz={quiz} verdict={verdict} colourOf={(id) => colours.get(id) ?? 0} />}
    </div>
  );
}

type ByBands = Extract<Verdict, { by: 'bands' }>;

/** What the bands are laid over, and in which unit. Another measure keeps the bands where they make sense in it. */
function Measure({ quiz, verdict }: { quiz: Quiz; verdict: ByBands }) {
  const store = useDocumentStore();
  const { odds } = useRehearsal();
  const at = ['verdicts', verdict.id];
  const unit = verdict.unit ?? 'points';
  const change = (part: Partial<Pick<ByBands, 'scale' | 'unit' | 'topic'>>) => {
    const ops = Object.entries<unknown>(part).map(([field, to]): Op => ({
      op: 'set',
      at,
      field: [field],
      was: verdict[field as keyof ByBands],
      ...(to === undefined ? {} : { to }),
    }));
    // From points to percent and back the boundaries are carried over, since they are the same stretches.
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

function Bands({ quiz, verdict, colourOf }: { quiz: Quiz; verdict: ByBands; colourOf: (id: string) => number }) {
  const store = useDocumentStore();
  const { odds, stale } = useRehearsal();
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
        colourOf={colourOf}
        onChange={(bands, join) =>
          store.getState().edit(setField('set-bands', ['verdicts', verdict.id], ['bands'], verdict.bands, bands), join)
        }
      />
    </div>
  );
}
