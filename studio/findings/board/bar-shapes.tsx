'use client';
/** Shares and places, drawn here since the chart library has no form for them. Each drawing knows its height from its width. */
import { Fragment } from 'react';
import type { Bar } from '../../../contract/results';
import { number } from '../bars';
import { besideOf, BOLD, Canvas, LINE, Lines, type Of, saysOf, type Shape, SMALL, stacked, TEXT } from './strokes';
import { linesOf } from './words';

/** Shares as bars, each on a track that means all of them. */
export function BarShapes({ bars, width, numbers }: Shape & { bars: readonly Bar[] }) {
  const beside = besideOf(bars, numbers);
  const rows = bars.map((one) => linesOf((one.right ? '✓ ' : '') + one.name, width - beside, TEXT));
  const { tops, end } = stacked(rows.map((lines) => lines.length * LINE + 26));
  return (
    <Canvas width={width} height={end}>
      {bars.map((one, i) => {
        const top = tops[i] ?? 0;
        const track = top + (rows[i]?.length ?? 1) * LINE + 5;
        return (
          <Fragment key={one.id}>
            <Lines lines={rows[i] ?? []} x={0} y={top} />
            {beside > 0 && <Lines lines={[saysOf(one, numbers)]} x={width} y={top} font={BOLD} anchor="end" />}
            <rect x={0} y={track} width={width} height={8} style={{ fill: 'var(--line)' }} />
            <rect
              x={0}
              y={track}
              width={width * Math.min(1, one.share)}
              height={8}
              style={{ fill: one.right ? 'var(--pine)' : 'var(--data-1)' }}
            />
            {one.count > 0 && (
              <path
                d={`M${width * one.low} ${track - 2}v12m0-6H${width * one.high}m0-6v12`}
                style={{ fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.5 }}
              />
            )}
          </Fragment>
        );
      })}
    </Canvas>
  );
}

const GROUP = 28;

/** Strokes, the fifth across the four before it; one stands for as many as keep them countable. */
export function TallyShapes({ bars, width, numbers }: Shape & { bars: readonly Bar[] }) {
  const all = bars.reduce((sum, { count }) => sum + count, 0);
  const per = [1, 2, 5, 10, 20, 50, 100, 200, 500].find((n) => all / n <= 100) ?? 1_000;
  const beside = besideOf(bars, numbers);
  const across = Math.max(1, Math.floor(width / GROUP));
  const rows = bars.map(({ name, count }) => ({
    lines: linesOf(name, width - beside, TEXT),
    groups: Array.from({ length: Math.ceil(Math.round(count / per) / 5) }, (_, i) =>
      Math.min(5, Math.round(count / per) - i * 5),
    ),
  }));
  const { tops, end } = stacked(
    rows.map(({ lines, groups }) => lines.length * LINE + Math.max(1, Math.ceil(groups.length / across)) * 22 + 12),
  );
  return (
    <Canvas width={width} height={end + 20}>
      {bars.map((one, i) => {
        const { lines, groups } = rows[i] ?? { lines: [], groups: [] };
        const top = tops[i] ?? 0;
        const begin = top + lines.length * LINE + 4;
        return (
          <Fragment key={one.id}>
            <Lines lines={lines} x={0} y={top} />
            {beside > 0 && <Lines lines={[saysOf(one, numbers)]} x={width} y={top} font={BOLD} anchor="end" />}
            {groups.map((n, k) => {
              const [x, y] = [(k % across) * GROUP, begin + Math.floor(k / across) * 22];
              const upright = [3, 8, 13, 18].slice(0, Math.min(4, n)).map((dx) => `M${x + dx} ${y}v16`);
              return (
                <path
                  key={k}
                  d={upright.join('') + (n === 5 ? `M${x} ${y + 12}l22 -8` : '')}
                  style={{ fill: 'none', stroke: `var(--data-${(i % 8) + 1})`, strokeWidth: 2 }}
                />
              );
            })}
          </Fragment>
        );
      })}
      <Lines
        lines={[per === 1 ? 'One stroke is one of them.' : `One stroke is ${number(per)} of them.`]}
        x={0}
        y={end}
        font={SMALL}
        fill="var(--ink-2)"
      />
    </Canvas>
  );
}

/** Numbered from the one that most chose. */
export function RankShapes({ bars, width, numbers }: Shape & { bars: readonly Bar[] }) {
  const sorted = bars.toSorted((a, b) => b.count - a.count);
  const beside = besideOf(bars, numbers);
  const rows = sorted.map(({ name }) => linesOf(name, width - beside - 34, TEXT));
  const { tops, end } = stacked(rows.map((lines) => lines.length * LINE + 12));
  return (
    <Canvas width={width} height={end}>
      {sorted.map((one, i) => (
        <Fragment key={one.id}>
          <Lines lines={[`${i + 1}.`]} x={0} y={tops[i] ?? 0} font={BOLD} fill="var(--ink-2)" />
          <Lines lines={rows[i] ?? []} x={34} y={tops[i] ?? 0} />
          {beside > 0 && <Lines lines={[saysOf(one, numbers)]} x={width} y={tops[i] ?? 0} font={BOLD} anchor="end" />}
          <path
            d={`M0 ${(tops[i] ?? 0) + (rows[i]?.length ?? 1) * LINE + 5.5}H${width}`}
            style={{ stroke: 'var(--line)' }}
          />
        </Fragment>
      ))}
    </Canvas>
  );
}

/** Things in the order of their mean place, each on a line from the first place to the last. */
export function PlaceShapes({ drawing: { items, keyed }, width, numbers }: Shape & { drawing: Of<'places'> }) {
  const shown = keyed ? items : items.toSorted((a, b) => (a.mean ?? Infinity) - (b.mean ?? Infinity));
  const last = Math.max(2, items.length);
  const beside = numbers === 'none' ? 0 : 44;
  const rows = shown.map(({ name }) => linesOf(name, width - beside, TEXT));
  const { tops, end } = stacked(rows.map((lines) => lines.length * LINE + 28));
  const at = (place: number) => 7 + ((place - 1) / (last - 1)) * (width - 14);
  return (
    <Canvas width={width} height={end + 18}>
      {shown.map(({ id, mean }, i) => {
        const line = (tops[i] ?? 0) + (rows[i]?.length ?? 1) * LINE + 9;
        return (
          <Fragment key={id}>
            <Lines lines={rows[i] ?? []} x={0} y={tops[i] ?? 0} />
            {beside > 0 && mean !== null && (
              <Lines lines={[mean.toFixed(1)]} x={width} y={tops[i] ?? 0} font={BOLD} anchor="end" />
            )}
            <path d={`M${at(1)} ${line}H${at(last)}`} style={{ stroke: 'var(--line)', strokeWidth: 4 }} />
            {mean !== null && <circle cx={at(mean)} cy={line} r={6.5} style={{ fill: 'var(--data-1)' }} />}
          </Fragment>
        );
      })}
      <Lines lines={['1st place']} x={0} y={end} font={SMALL} fill="var(--ink-2)" />
      <Lines
        lines={[`${last}th`.replace(/^2th/, '2nd').replace(/^3th/, '3rd')]}
        x={width}
        y={end}
        font={SMALL}
        anchor="end"
        fill="var(--ink-2)"
      />
    </Canvas>
  );
}
