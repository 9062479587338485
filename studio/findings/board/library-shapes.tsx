'use client';
/** Charts of the chart library: columns, over time, a ring. */
import { Bar, BarChart, CartesianGrid, LabelList, Pie, PieChart, XAxis, YAxis } from 'recharts';
import type { Bar as Share } from '../../../contract/results';
import { ink } from '../histogram';
import { Lines, saysOf, SMALL, type Shape } from './strokes';
import { linesOf } from './words';

/** @property more on top of it, in another colour @property fill where it stands out @property says what stands above it */
export type Column = { name: string; count: number; more?: number; fill?: string; says: string };

const AXIS = 44;

/** A name below its column, in lines. */
function Name({ x = 0, y = 0, payload, room }: { x?: number; y?: number; payload?: { value: string }; room: number }) {
  return (
    <Lines
      lines={linesOf(payload?.value ?? '', room, '12.5px Figtree', 3)}
      x={x}
      y={y - 2}
      font={SMALL}
      anchor="middle"
      fill="var(--ink-2)"
    />
  );
}

/** @param parts what the two colours mean, where there are two @param isSparse whether only as many names are shown as there is room for, as of numbers and days */
export function ColumnShapes({
  columns,
  width,
  height,
  isSparse,
  parts,
}: {
  columns: Column[];
  width: number;
  height: number;
  isSparse: boolean;
  parts?: [string, string];
}) {
  const room = (width - AXIS - 8) / Math.max(1, columns.length) - 8;
  return (
    <BarChart
      width={width}
      height={height}
      data={columns}
      margin={{ top: parts || columns.some(({ says }) => says !== '') ? 24 : 8, right: 8, bottom: 0, left: 0 }}
      accessibilityLayer={false}
    >
      <CartesianGrid vertical={false} stroke="var(--line)" />
      {isSparse ? (
        <XAxis dataKey="name" tick={ink} tickLine={false} axisLine={{ stroke: 'var(--ink)' }} minTickGap={14} />
      ) : (
        <XAxis
          dataKey="name"
          tick={<Name room={room} />}
          interval={0}
          height={60}
          tickLine={false}
          axisLine={{ stroke: 'var(--ink)' }}
        />
      )}
      <YAxis allowDecimals={false} tick={ink} tickLine={false} axisLine={false} width={AXIS} />
      <Bar dataKey="count" stackId="all" maxBarSize={64} fill="var(--data-1)" isAnimationActive={false}>
        <LabelList dataKey="says" position="top" style={{ fill: 'var(--ink)', fontSize: 13, fontWeight: 600 }} />
      </Bar>
      {parts && <Bar dataKey="more" stackId="all" maxBarSize={64} fill="var(--ink-3)" isAnimationActive={false} />}
      {parts && (
        <g>
          <rect x={AXIS} y={3} width={11} height={11} fill="var(--data-1)" />
          <Lines lines={[parts[0]]} x={AXIS + 17} y={-1} font={SMALL} fill="var(--ink-2)" />
          <rect x={AXIS + 90} y={3} width={11} height={11} fill="var(--ink-3)" />
          <Lines lines={[parts[1]]} x={AXIS + 107} y={-1} font={SMALL} fill="var(--ink-2)" />
        </g>
      )}
    </BarChart>
  );
}

/** Parts of one whole, with their names beside. */
export function RingShapes({ bars, width, numbers }: Shape & { bars: readonly Share[] }) {
  const radius = Math.min(90, width / 4.4);
  const left = radius * 2 + 24;
  const names = bars.map((one) => linesOf(one.name, width - left - 76, '14px Figtree', 2));
  const tops = names.map((_, i) => names.slice(0, i).reduce((sum, lines) => sum + lines.length * 18 + 8, 0));
  const height = Math.max(radius * 2 + 8, (tops.at(-1) ?? 0) + (names.at(-1)?.length ?? 1) * 18 + 8);
  return (
    <PieChart width={width} height={height} accessibilityLayer={false}>
      <Pie
        data={bars.map((one, i) => ({ ...one, fill: `var(--data-${(i % 8) + 1})` }))}
        dataKey="count"
        nameKey="name"
        cx={radius}
        cy={radius + 4}
        innerRadius={radius * 0.58}
        outerRadius={radius}
        startAngle={90}
        endAngle={-270}
        stroke="var(--paper)"
        isAnimationActive={false}
      />
      {bars.map((one, i) => (
        <g key={one.id}>
          <rect x={left} y={(tops[i] ?? 0) + 4} width={11} height={11} fill={`var(--data-${(i % 8) + 1})`} />
          <Lines lines={names[i] ?? []} x={left + 18} y={tops[i] ?? 0} />
          <Lines lines={[saysOf(one, numbers)]} x={width} y={tops[i] ?? 0} anchor="end" />
        </g>
      ))}
    </PieChart>
  );
}
