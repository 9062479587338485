'use client';
/** Each kind of question drawn in its own way. Charts that only the eye reads stand beside a table of the same. */
import dynamic from 'next/dynamic';
import styled from 'styled-components';
import type { Drawing } from '../../contract/results';
import { Muted } from '../../ui/text';
import { Bars, number, RightMark } from './bars';
import type { Column } from './histogram';
import { WhatIfOption } from './what-if';
import { Words } from './words';

const Histogram = dynamic(() => import('./histogram').then((m) => m.Histogram), {
  ssr: false,
  loading: () => <div style={{ height: 200 }} />,
});

type Of<As extends Drawing['as']> = Extract<Drawing, { as: As }>;

export function DrawingOf({ question, name, drawing }: { question: string; name: string; drawing: Drawing }) {
  const label = `Answers to ${name}`;
  switch (drawing.as) {
    case 'bars':
      return (
        <>
          {drawing.of === 'right' && <Muted as="p">How many have each of them right:</Muted>}
          <Bars
            label={label}
            bars={drawing.bars}
            press={drawing.of === 'answers' ? { on: 'answer', of: question } : undefined}
          />
          {drawing.of === 'answers' && <OneMoreRight question={question} bars={drawing.bars} />}
          {drawing.bars.some(({ id }) => id === 'other') && <Words question={question} name={name} />}
        </>
      );
    case 'numbers':
      return <Numbers label={label} drawing={drawing} />;
    case 'days':
      return <Counted label={label} head="Day" columns={drawing.days.map(([day, count]) => ({ name: day, count }))} />;
    case 'places':
      return <Places label={label} drawing={drawing} />;
    case 'cells':
      return (
        <Cells
          label={label}
          columns={drawing.columns.map((c) => c.name)}
          rows={drawing.rows.map((r, i) => ({
            name: r.name,
            counts: drawing.counts[i] ?? [],
            right: drawing.right?.[i] ?? [],
          }))}
        />
      );
    case 'points':
      return <Points label={label} drawing={drawing} />;
    case 'words':
      return <Words question={question} name={name} />;
  }
}

function OneMoreRight({ question, bars }: { question: string; bars: Of<'bars'>['bars'] }) {
  const others = bars.filter(({ id, right }) => !right && id !== 'other');
  if (others.length === 0 || others.length === bars.filter(({ id }) => id !== 'other').length) return null;
  return <WhatIfOption question={question} options={others} />;
}

/** Two decimals at most. */
const short = (n: number): string => String(Math.round(n * 100) / 100).replace('-', '−');

export function Numbers({ label, drawing: { bins, summary, target } }: { label: string; drawing: Of<'numbers'> }) {
  const isRight = (from: number, to: number) => target !== undefined && from >= target[0] && to <= target[1];
  return (
    <>
      {summary && (
        <p style={{ marginBottom: 4 }}>
          {summary.low === summary.high
            ? `At least half of them are ${short(summary.median)}`
            : `Half of them lie between ${short(summary.low)} and ${short(summary.high)}, the middle one is ${short(summary.median)}`}
          , the mean is {short(summary.mean)}.
          {target && (
            <>
              {' '}
              <RightMark />
              Right is {target[0] === target[1] ? short(target[0]) : `${short(target[0])} to ${short(target[1])}`}.
            </>
          )}
        </p>
      )}
      <Counted
        label={label}
        head="Number"
        columns={bins.map(({ from, to, count }) => ({
          name: from === to ? short(from) : `${short(from)} to ${short(to)}`,
          count,
          isRight: isRight(from, to),
        }))}
      />
    </>
  );
}

const Counted = ({ label, head, columns }: { label: string; head: string; columns: Column[] }) =>
  columns.length === 0 ? (
    <Muted>No answer yet.</Muted>
  ) : (
    <>
      <Histogram columns={columns} />
      <table className="sr-only" aria-label={label}>
        <thead>
          <tr>
            <th scope="col">{head}</th>
            <th scope="col">Answers</th>
          </tr>
        </thead>
        <tbody>
          {columns.map(({ name, count }) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{count}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );

const Heat = styled.div`
  overflow-x: auto;
  table {
    border-collapse: separate;
    border-spacing: 2px;
    font-variant-numeric: tabular-nums;
    font-size: 14px;
  }
  th {
    font-weight: 400;
    text-align: start;
    padding: 4px 8px 4px 0;
    max-width: 220px;
    overflow-wrap: anywhere;
  }
  thead th {
    color: var(--ink-2);
    font-size: 13px;
    vertical-align: bottom;
    padding: 4px 6px;
  }
  td {
    padding: 6px 10px;
    text-align: end;
    min-width: 52px;
    background: color-mix(in srgb, var(--data-1) calc(var(--heat) * 45%), var(--paper));
  }
  td.right {
    outline: 2px solid var(--pine);
    outline-offset: -2px;
  }
`;

type Row = { name: string; counts: number[]; right: boolean[]; after?: string };

/** A table whose cells are the darker the more of their row they hold. */
function Cells({ label, columns, rows, after }: { label: string; columns: string[]; rows: Row[]; after?: string }) {
  return (
    <Heat tabIndex={0} role="group" aria-label={label}>
      <table aria-label={label}>
        <thead>
          <tr>
            <td style={{ background: 'none' }} />
            {columns.map((name, i) => (
              <th key={i} scope="col">
                {name}
              </th>
            ))}
            {after !== undefined && <th scope="col">{after}</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => {
            const most = Math.max(
              1,
              row.counts.reduce((a, b) => a + b, 0),
            );
            return (
              <tr key={r}>
                <th scope="row">{row.name}</th>
                {row.counts.map((count, c) => (
                  <td
                    key={c}
                    className={row.right[c] ? 'right' : undefined}
                    style={{ ['--heat' as string]: count / most }}
                  >
                    {row.right[c] && <RightMark />}
                    {number(count)}
                  </td>
                ))}
                {row.after !== undefined && <td style={{ background: 'none' }}>{row.after}</td>}
              </tr>
            );
          })}
        </tbody>
      </table>
    </Heat>
  );
}

function Places({ label, drawing: { items, keyed } }: { label: string; drawing: Of<'places'> }) {
  // Where an order is right, the items stand in it; wishes stand by how far up they were put.
  const shown = keyed ? items : items.toSorted((a, b) => (a.mean ?? Infinity) - (b.mean ?? Infinity));
  return (
    <Cells
      label={label}
      columns={items.map((_, i) => `${i + 1}.`)}
      after="mean place"
      rows={shown.map(({ name, mean, places }, i) => ({
        name,
        counts: places,
        right: keyed ? places.map((_, k) => k === i) : [],
        after: mean === null ? '–' : short(mean),
      }))}
    />
  );
}

/** px, of what most pointed at. */
const LARGEST = 34;

function Points({ label, drawing: { picture, points, bars } }: { label: string; drawing: Of<'points'> }) {
  const most = Math.max(1, ...points.map(({ count }) => count));
  return (
    <div style={{ display: 'flex', flexWrap: 'wrap', gap: '16px 32px' }}>
      {picture && points.length > 0 && (
        <div style={{ position: 'relative', flex: '1 1 320px', maxWidth: 520 }}>
          <img src={picture.src} alt={picture.text} style={{ display: 'block', width: '100%' }} />
          {points.map(({ x, y, count }) => {
            const size = Math.max(6, LARGEST * Math.sqrt(count / most));
            return (
              <i
                key={`${x} ${y}`}
                aria-hidden="true"
                style={{
                  position: 'absolute',
                  left: `calc(${x * 100}% - ${size / 2}px)`,
                  top: `calc(${y * 100}% - ${size / 2}px)`,
                  width: size,
                  height: size,
                  borderRadius: '50%',
                  background: 'color-mix(in srgb, var(--data-1) 60%, transparent)',
                  border: '1.5px solid var(--paper)',
                }}
              />
            );
          })}
        </div>
      )}
      <div style={{ flex: '1 1 260px', minWidth: 0 }}>
        <Muted as="p">How many have each of them right:</Muted>
        <Bars label={label} bars={bars} />
      </div>
    </div>
  );
}
