'use client';
/** Charts that are drawn here, since the chart library has no form for them. Each knows its height from its width. */
import { Fragment, type ReactElement, useEffect, useState } from 'react';
import type { Panel } from '../../../contract/boards';
import type { Bar, Drawing } from '../../../contract/results';
import { number } from '../bars';
import { linesOf, widthOf } from './words';

export type Shape = { width: number; numbers: Panel['numbers'] };
type Of<As extends Drawing['as']> = Extract<Drawing, { as: As }>;

const TEXT = "14px 'Figtree Variable', Figtree, sans-serif";
export const SMALL = "12.5px 'Figtree Variable', Figtree, sans-serif";
const BOLD = "600 14px 'Figtree Variable', Figtree, sans-serif";
const LINE = 18;

/** What stands at a part: how many, what share, or nothing. */
export const saysOf = ({ count, share }: Pick<Bar, 'count' | 'share'>, numbers: Panel['numbers']): string =>
  numbers === 'none' ? '' : numbers === 'count' ? number(count) : `${Math.round(share * 100)}%`;

/** Text in lines, from its upper edge. */
export function Lines({
  lines,
  x,
  y,
  font = TEXT,
  anchor = 'start',
  fill = 'var(--ink)',
}: {
  lines: string[];
  x: number;
  y: number;
  font?: string;
  anchor?: 'start' | 'middle' | 'end';
  fill?: string;
}) {
  return (
    <text x={x} y={y} textAnchor={anchor} style={{ font, fill }}>
      {lines.map((line, i) => (
        <tspan key={i} x={x} y={y + LINE * i + 13}>
          {line}
        </tspan>
      ))}
    </text>
  );
}

const Canvas = ({ width, height, children }: { width: number; height: number; children: React.ReactNode }) => (
  <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} style={{ display: 'block' }}>
    {children}
  </svg>
);

/** Room for the widest number. */
const besideOf = (bars: readonly Bar[], numbers: Panel['numbers']) =>
  numbers === 'none' ? 0 : Math.max(0, ...bars.map((one) => widthOf(saysOf(one, numbers), BOLD))) + 12;

/** Where each begins, and where the last ends, of things of these heights below each other. */
function stacked(heights: readonly number[]): { tops: number[]; end: number } {
  const tops: number[] = [];
  let end = 0;
  for (const height of heights) {
    tops.push(end);
    end += height;
  }
  return { tops, end };
}

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

type Cells = Pick<Of<'cells'>, 'rows' | 'columns' | 'counts' | 'right'>;
const sumOf = (counts: readonly number[]) => counts.reduce((a, b) => a + b, 0);

/** A cell is the darker the more of its row it holds. */
export function HeatShapes({ cells, width, numbers }: Shape & { cells: Cells }) {
  const { rows, columns, counts, right } = cells;
  const names = Math.min(200, width * 0.34);
  const cell = (width - names) / Math.max(1, columns.length);
  const heads = columns.map(({ name }) => linesOf(name, cell - 8, SMALL, 4));
  const top = Math.max(1, ...heads.map((lines) => lines.length)) * LINE + 6;
  const words = rows.map(({ name }) => linesOf(name, names - 12, TEXT));
  const { tops, end } = stacked(words.map((lines) => Math.max(34, lines.length * LINE + 10)));
  return (
    <Canvas width={width} height={top + end}>
      {heads.map((lines, c) => (
        <Lines
          key={columns[c]?.id ?? c}
          lines={lines}
          x={names + cell * c + cell / 2}
          y={top - lines.length * LINE - 4}
          font={SMALL}
          anchor="middle"
          fill="var(--ink-2)"
        />
      ))}
      {rows.map((row, r) => {
        const y = top + (tops[r] ?? 0);
        const height = (tops[r + 1] ?? end) - (tops[r] ?? 0);
        const all = sumOf(counts[r] ?? []);
        return (
          <Fragment key={row.id}>
            <Lines lines={words[r] ?? []} x={0} y={y + (height - (words[r]?.length ?? 1) * LINE) / 2} />
            {columns.map((column, c) => {
              const count = counts[r]?.[c] ?? 0;
              const share = all === 0 ? 0 : count / all;
              const x = names + cell * c;
              return (
                <Fragment key={column.id}>
                  <rect
                    x={x + 1}
                    y={y + 1}
                    width={cell - 2}
                    height={height - 2}
                    style={{ fill: 'var(--line)', fillOpacity: 0.35 }}
                  />
                  <rect
                    x={x + 1}
                    y={y + 1}
                    width={cell - 2}
                    height={height - 2}
                    style={{
                      ...{ fill: 'var(--data-1)', fillOpacity: share * 0.5 },
                      ...(right?.[r]?.[c] ? { stroke: 'var(--pine)', strokeWidth: 2 } : {}),
                    }}
                  />
                  <Lines
                    lines={[saysOf({ count, share }, numbers)]}
                    x={x + cell / 2}
                    y={y + (height - LINE) / 2}
                    anchor="middle"
                  />
                </Fragment>
              );
            })}
          </Fragment>
        );
      })}
    </Canvas>
  );
}

/** Each row as one bar that is all of it, in parts by column. */
export function StackShapes({ cells, width, numbers }: Shape & { cells: Cells }) {
  const { rows, columns, counts } = cells;
  const legend: { x: number; y: number; name: string }[] = [];
  let [x, y] = [0, 0];
  for (const { name } of columns) {
    const long = Math.min(width, widthOf(name, SMALL) + 34);
    if (x > 0 && x + long > width) [x, y] = [0, y + 20];
    legend.push({ x, y, name });
    x += long;
  }
  const begin = y + 30;
  const words = rows.map(({ name }) => linesOf(name, width, TEXT));
  const { tops, end } = stacked(words.map((lines) => lines.length * LINE + 40));
  return (
    <Canvas width={width} height={begin + end}>
      {legend.map((one, c) => (
        <Fragment key={columns[c]?.id ?? c}>
          <rect x={one.x} y={one.y + 3} width={11} height={11} style={{ fill: `var(--data-${(c % 8) + 1})` }} />
          <Lines
            lines={linesOf(one.name, width - 20, SMALL, 1)}
            x={one.x + 17}
            y={one.y - 1}
            font={SMALL}
            fill="var(--ink-2)"
          />
        </Fragment>
      ))}
      {rows.map((row, r) => {
        const top = begin + (tops[r] ?? 0);
        const own = counts[r] ?? [];
        const all = sumOf(own);
        const track = top + (words[r]?.length ?? 1) * LINE + 4;
        return (
          <Fragment key={row.id}>
            <Lines lines={words[r] ?? []} x={0} y={top} />
            <rect x={0} y={track} width={width} height={22} style={{ fill: 'var(--line)' }} />
            {columns.map((column, c) => {
              const share = all === 0 ? 0 : (own[c] ?? 0) / all;
              const from = all === 0 ? 0 : sumOf(own.slice(0, c)) / all;
              const says = saysOf({ count: own[c] ?? 0, share }, numbers);
              const isRoom = share * width > widthOf(says, SMALL) + 8;
              return (
                <Fragment key={column.id}>
                  <rect
                    x={from * width}
                    y={track}
                    width={share * width}
                    height={22}
                    style={{ fill: `var(--data-${(c % 8) + 1})`, stroke: 'var(--paper)' }}
                  />
                  {isRoom && says !== '' && (
                    <Lines
                      lines={[says]}
                      x={(from + share / 2) * width}
                      y={track + 2}
                      font={SMALL}
                      anchor="middle"
                      fill="#fff"
                    />
                  )}
                </Fragment>
              );
            })}
          </Fragment>
        );
      })}
    </Canvas>
  );
}

/** px, of what most pointed at. */
const LARGEST = 34;

export function DotShapes({
  drawing: { picture, points },
  width,
}: Shape & { drawing: Of<'points'> }): ReactElement | null {
  const [ratio, setRatio] = useState<number | null>(null);
  const src = picture?.src;
  useEffect(() => {
    if (src === undefined) return;
    let over = false;
    const image = new Image();
    image.onload = () => !over && setRatio(image.naturalHeight / image.naturalWidth);
    image.src = src;
    return () => {
      over = true;
    };
  }, [src]);
  if (src === undefined || ratio === null) return null;
  const most = Math.max(1, ...points.map(({ count }) => count));
  const height = width * ratio;
  return (
    <Canvas width={width} height={height}>
      <image href={src} width={width} height={height} />
      {points.map(({ x, y, count }) => (
        <circle
          key={`${x} ${y}`}
          cx={x * width}
          cy={y * height}
          r={Math.max(3, (LARGEST / 2) * Math.sqrt(count / most))}
          style={{ fill: 'var(--data-1)', fillOpacity: 0.65, stroke: 'var(--paper)', strokeWidth: 1.5 }}
        />
      ))}
    </Canvas>
  );
}

const MOST_WORDS = 40;

/** Words of visitors' own, the larger the more of them wrote so. */
export function WordShapes({ words, width, numbers }: Shape & { words: readonly { words: string; count: number }[] }) {
  const most = Math.max(1, ...words.map(({ count }) => count));
  const placed: { text: string; count: number; x: number; y: number; font: string; row: number }[] = [];
  let [x, y, row] = [0, 0, 0];
  for (const { words: text, count } of words.slice(0, MOST_WORDS)) {
    const size = Math.round(14 + 16 * Math.sqrt(count / most) - 16 * Math.sqrt(1 / most));
    const font = `600 ${size}px 'Bricolage Grotesque Variable', 'Bricolage Grotesque', serif`;
    const [line = ''] = linesOf(text, width - 40, font, 1);
    const says = numbers === 'none' ? '' : number(count);
    const long = widthOf(line, font) + widthOf(says, SMALL) + 26;
    if (x > 0 && x + long > width) [x, y, row] = [0, y + 38, row + 1];
    placed.push({ text: line, count, x, y, font, row });
    x += long;
  }
  return (
    <Canvas width={width} height={y + 40}>
      {placed.map((one, i) => (
        <text key={i} x={one.x} y={one.y + 28} style={{ font: one.font, fill: 'var(--ink)' }}>
          {one.text}
          {numbers !== 'none' && (
            <tspan dx={5} style={{ font: SMALL, fill: 'var(--ink-2)' }}>
              {number(one.count)}
            </tspan>
          )}
        </text>
      ))}
    </Canvas>
  );
}
