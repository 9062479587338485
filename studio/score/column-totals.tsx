'use client';
/** What each column comes to, pinned below the grid. */
import styled from 'styled-components';
import type { Quiz } from '../../core/schema/quiz';
import { spanOf } from '../../core/rehearsal/span';
import { Nobody } from '../shared/empty-odds';
import { useRehearsal } from '../shared/rehearsal';
import type { Measure } from '../edits/measures';
import { isSpecial } from './cells';
import { MixChoice } from '../shared/mix-choice';

const Foot = styled.tfoot`
  .label {
    padding-inline-start: 24px;
    font-size: 13px;
    height: 26px;
  }
  td {
    text-align: center;
    font-size: 13px;
    height: 26px;
  }
  tr:nth-child(1) > * {
    border-top: 1px solid var(--ink);
    bottom: 86px !important;
  }
  tr:nth-child(2) > * {
    bottom: 60px !important;
  }
  tr:nth-child(3) > * {
    height: 60px !important;
    bottom: 0 !important;
  }
  &[data-stale] :is(td, td b, td small) {
    color: var(--ink-3);
  }
  td b {
    font: 700 18px/1.2 var(--heading);
    font-variant-numeric: tabular-nums;
    display: block;
  }
  td small {
    font-size: 12px;
    color: var(--ink-2);
    display: block;
  }
  .bar {
    display: block;
    width: 52px;
    height: 4px;
    margin: 4px auto 0;
    background: var(--line);
  }
  .bar i {
    display: block;
    height: 100%;
  }
`;

export const number = (n: number) => String(Number(n.toFixed(2))).replace('-', '−');

export function Feet({ quiz, targets, hasDecides }: { quiz: Quiz; targets: Measure[]; hasDecides: boolean }) {
  const { odds, stale } = useRehearsal();
  const counted = (t: Measure) => !isSpecial(t) && !t.decidedBy;
  const spans = targets.map((t) => (counted(t) ? spanOf(quiz, t.id, odds) : null));
  const visitors = odds
    ? odds.method === 'exact'
      ? 'Where visitors end, all ways counted'
      : `Where ${(odds.visitors ?? 0).toLocaleString('en')} rehearsed visitors end`
    : 'Rehearsing …';
  return (
    <Foot data-stale={stale ? '' : undefined}>
      <tr>
        <th scope="row" className="label">
          Lowest a visitor can end with
        </th>
        {hasDecides && <td aria-hidden="true" />}
        {targets.map((t, i) => (
          <td key={t.id}>{spans[i] ? number(spans[i].lowest) : '–'}</td>
        ))}
      </tr>
      <tr>
        <th scope="row" className="label">
          Highest
        </th>
        {hasDecides && <td aria-hidden="true" />}
        {targets.map((t, i) => (
          <td key={t.id}>{spans[i] ? number(spans[i].highest) : '–'}</td>
        ))}
      </tr>
      <tr>
        <th scope="row" className="label" style={{ whiteSpace: 'normal' }}>
          {visitors}
          <MixChoice />
        </th>
        {hasDecides && <td aria-hidden="true" />}
        {targets.map((t) => (
          <td key={t.id}>
            <End target={t} />
          </td>
        ))}
      </tr>
    </Foot>
  );
}

/** Below a scale its mean; below an outcome the share of those who end there. */
function End({ target }: { target: Measure }) {
  const { odds } = useRehearsal();
  if (!odds || isSpecial(target)) return null;
  if (target.verdict === null) {
    const spread = odds.scales[target.id];
    return spread?.histogram.length ? (
      <>
        <b>{spread.mean.toFixed(1).replace('-', '−')}</b>
        <small>on average</small>
      </>
    ) : null;
  }
  const share = odds.outcomes[target.verdict]?.[target.id] ?? 0;
  if (share === 0) {
    return (
      <>
        <b>0%</b>
        <small>
          <Nobody outcome={target.id} />
        </small>
      </>
    );
  }
  return (
    <>
      <b>{(share * 100).toFixed(1)}%</b>
      <span className="bar">
        <i style={{ width: `${share * 100}%`, background: `var(--data-${((target.colour ?? 0) % 8) + 1})` }} />
      </span>
      {share > 0.6 && <small style={{ color: 'var(--saffron-ink)', fontWeight: 600 }}>swallows most</small>}
    </>
  );
}
