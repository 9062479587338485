'use client';
/** Outcomes as tally strokes; marks, topics and offers as bars. */
import { useState } from 'react';
import { PlainList, Strong } from '../../ui/text';
import type { Findings, Share } from '../../contract/results';
import type { Dimension } from '../../core/stats/filter';
import { Views } from '../shell/view-switch';
import { Bars, number, percent } from './bars';
import { Numbers } from './drawings';
import { PressName } from './filters';
import { WithTable } from './take-out';

/** "between 34 and 43%", as sure as 95 % of such counts are. */
const sure = (s: Share) => `between ${Math.round(s.low * 100)} and ${percent(s.high)}`;

const section = { breakInside: 'avoid', borderTop: '1px solid var(--ink)', padding: '12px 0 28px' } as const;
const heading = { font: '700 15px/1.35 var(--heading)' } as const;
const below = { fontSize: 13, color: 'var(--ink-2)', marginBottom: 8 } as const;

export const OffersChart = ({ offers }: { offers: Share[] }) => (
  <section style={section}>
    <WithTable of="offers" name="Offers taken">
      <h3 style={heading}>Offers taken</h3>
    </WithTable>
    <p style={below}>Of those who started; whoever takes one twice counts once.</p>
    <Bars label="Offers taken" bars={offers} />
  </section>
);

const pressOf = (id: string): { on: Dimension; of: string } => {
  const [on, of = ''] = id.split(' ');
  return on === 'topic' ? { on, of } : { on: 'marks', of: '' };
};

/** What was left in contact forms, or one choice of them. */
export const FieldsChart = ({ fields: { id, name, of, bars } }: { fields: Findings['fields'][number] }) => (
  <section style={section}>
    <WithTable of={id === '' ? 'fields' : `field ${id}`} name={name}>
      <h3 style={heading}>{name}</h3>
    </WithTable>
    <p style={below}>
      Of {number(of)} who {id === '' ? 'left anything' : 'chose'}.
    </p>
    <Bars label={name} bars={bars} press={id === '' ? undefined : { on: 'field', of: id }} />
  </section>
);

const MEASURES = [
  { id: 'spread', label: 'Percent' },
  { id: 'earned', label: 'Points' },
  { id: 'knew', label: 'Questions right' },
] as const;

/** Marks, or a topic: in parts of what can be reached, in points, or in questions. */
export function SpreadChart({ spread }: { spread: Findings['spreads'][number] }) {
  const [measure, setMeasure] = useState<(typeof MEASURES)[number]['id']>('spread');
  return (
    <section style={section}>
      <WithTable of={`${measure} ${spread.id}`} name={spread.name}>
        <h3 style={heading}>{spread.name}</h3>
      </WithTable>
      <p style={below}>
        {measure === 'spread' ? 'What share of the marks' : measure === 'earned' ? 'How many points' : 'How many right'}{' '}
        {number(spread.decided)} finished {spread.decided === 1 ? 'run' : 'runs'} reached.
      </p>
      <Views label={`Measure of ${spread.name}`} value={measure} options={[...MEASURES]} onChange={setMeasure} />
      {measure === 'spread' ? (
        <Bars label={`Shares of ${spread.name}`} bars={spread.bars} press={pressOf(spread.id)} />
      ) : (
        <Numbers
          label={`${spread.name}, ${measure === 'earned' ? 'points' : 'questions right'}`}
          drawing={spread[measure]}
        />
      )}
    </section>
  );
}

export function OutcomesChart({
  verdict,
  colours,
}: {
  verdict: Findings['outcomes'][number];
  colours: Map<string, number>;
}) {
  // Scale the strokes so that they stay countable.
  const per = [1, 2, 5, 10, 20, 50, 100, 200, 500].find((n) => verdict.decided / n <= 100) ?? 1_000;
  return (
    <section style={{ breakInside: 'avoid', borderTop: '1px solid var(--ink)', padding: '12px 0 28px' }}>
      <WithTable of={`verdict ${verdict.verdict}`} name={verdict.name}>
        <h3 style={heading}>{verdict.name}</h3>
      </WithTable>
      <p style={{ fontSize: 13, color: 'var(--ink-2)', marginBottom: 6 }}>
        {number(verdict.decided)} finished {verdict.decided === 1 ? 'run' : 'runs'}. One stroke is{' '}
        {per === 1 ? 'one of them' : `${number(per)} of them`}.
      </p>
      <PlainList>
        {verdict.outcomes.map((o) => (
          <li
            key={o.id}
            style={{ padding: '6px 0 8px', borderBottom: '1px solid var(--line)' }}
            title={`${sure(o)} with 95 % certainty`}
          >
            <span style={{ display: 'flex', gap: 10, fontVariantNumeric: 'tabular-nums' }}>
              <b style={{ flex: 1, font: '600 15px/1.4 var(--heading)' }}>
                <PressName on="outcome" of={verdict.verdict} value={o.id}>
                  {o.name}
                </PressName>
              </b>
              <Strong>{(o.share * 100).toFixed(1)}%</Strong>
              <span style={{ color: 'var(--ink-2)', minWidth: 34, textAlign: 'end' }}>{number(o.count)}</span>
            </span>
            <Strokes count={Math.round(o.count / per)} colour={colours.get(o.id) ?? 0} />
          </li>
        ))}
      </PlainList>
    </section>
  );
}

/** Tally strokes, the fifth across the four before it. */
function Strokes({ count, colour }: { count: number; colour: number }) {
  const groups = Array.from({ length: Math.ceil(count / 5) }, (_, i) => Math.min(5, count - i * 5));
  return (
    <span aria-hidden="true" style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 8px', marginTop: 4, minHeight: 16 }}>
      {groups.map((n, i) => (
        <svg
          key={i}
          width="22"
          height="16"
          viewBox="0 0 22 16"
          fill="none"
          style={{ stroke: `var(--data-${(colour % 8) + 1})`, strokeWidth: 2 }}
        >
          <path
            d={`${[3, 8, 13, 18]
              .slice(0, Math.min(4, n))
              .map((x) => `M${x} 0v16`)
              .join('')}${n === 5 ? 'M0 12L22 4' : ''}`}
          />
        </svg>
      ))}
    </span>
  );
}
