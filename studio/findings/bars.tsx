'use client';
/** Shares as bars, each on a track that means all of them, with its interval as a thin line. */
import styled from 'styled-components';
import type { Bar } from '../../contract/results';
import type { Dimension } from '../../core/stats/filter';
import { Mark } from '../../ui/marks';
import { Strong } from '../../ui/text';
import { PressName } from './filters';

const List = styled.ul`
  list-style: none;
  li {
    margin-bottom: 9px;
  }
  .says {
    display: flex;
    gap: 10px;
    align-items: baseline;
    font-variant-numeric: tabular-nums;
    font-size: 14px;
  }
  .name {
    flex: 1;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  .sure {
    color: var(--ink-2);
    min-width: 76px;
    text-align: end;
    font-size: 13px;
  }
  .track {
    display: block;
    position: relative;
    height: 8px;
    background: var(--line);
    margin-top: 3px;
  }
  .bar {
    position: absolute;
    inset-block: 0;
    inset-inline-start: 0;
    background: var(--data-1);
  }
  .right .bar {
    background: var(--pine);
  }
  .between {
    position: absolute;
    inset-block: -2px;
    border-inline: 1.5px solid var(--ink);
    &::before {
      content: '';
      position: absolute;
      inset-inline: 0;
      top: 50%;
      border-top: 1.5px solid var(--ink);
    }
  }
`;

export const percent = (share: number): string => `${Math.round(share * 100)}%`;
export const number = (n: number): string => n.toLocaleString('en');
const width = (share: number) => `${Math.min(1, share) * 100}%`;

/** @param press what the runs behind a bar have in common, where they can be chosen by it: its id is the value */
export const Bars = ({
  bars,
  label,
  press,
}: {
  bars: readonly Bar[];
  label: string;
  press?: { on: Dimension; of: string };
}) => (
  <List aria-label={label}>
    {bars.map((o) => (
      <li key={o.id} className={o.right ? 'right' : undefined}>
        <span className="says">
          <span className="name">
            {o.right && <RightMark />}
            {press ? (
              <PressName {...press} value={o.id}>
                {o.name}
              </PressName>
            ) : (
              o.name
            )}
          </span>
          <Strong>{number(o.count)}</Strong>
          <span style={{ width: 38, textAlign: 'end' }}>{percent(o.share)}</span>
          <span className="sure" title="Where the share lies with 95 % certainty">
            {o.count > 0 && `${Math.round(o.low * 100)}–${percent(o.high)}`}
          </span>
        </span>
        <span className="track" aria-hidden="true">
          <i className="bar" style={{ width: width(o.share) }} />
          {o.count > 0 && (
            <i className="between" style={{ insetInlineStart: width(o.low), width: width(o.high - o.low) }} />
          )}
        </span>
      </li>
    ))}
  </List>
);

export const RightMark = () => (
  <span style={{ display: 'inline-block', verticalAlign: '-1px', marginInlineEnd: 6 }}>
    <Mark kind="yes" size={11} />
    <span className="sr-only">right: </span>
  </span>
);
