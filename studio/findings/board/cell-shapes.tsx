'use client';
/** Two things against each other: as cells, and as the parts of each row. */
import { Fragment } from 'react';
import { Canvas, LINE, Lines, type Of, saysOf, type Shape, SMALL, stacked, TEXT } from './strokes';
import { linesOf, widthOf } from './words';

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
