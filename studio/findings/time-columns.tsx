'use client';
/** Runs by hour, day, week or month. */
import { Bar, BarChart, CartesianGrid, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { ink, tip } from './histogram';

/** One part of a column: under which key it stands, what it means. */
export type Part = { key: string; name: string; fill: string };

/** Drawn for the eye; beside it stands the same as a table. */
export function TimeColumns({
  columns,
  parts,
}: {
  columns: ({ name: string } & Record<string, number | string>)[];
  parts: Part[];
}) {
  return (
    <div aria-hidden="true" style={{ height: 200 }}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 1000, height: 200 }}>
        <BarChart data={columns} margin={{ top: 8, right: 8, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis dataKey="name" tick={ink} tickLine={false} axisLine={{ stroke: 'var(--ink)' }} minTickGap={20} />
          <YAxis allowDecimals={false} tick={ink} tickLine={false} axisLine={false} width={44} />
          <Tooltip {...tip} />
          {parts.map(({ key, name, fill }) => (
            <Bar
              key={key}
              dataKey={key}
              name={name}
              stackId="runs"
              fill={fill}
              maxBarSize={40}
              isAnimationActive={false}
            />
          ))}
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
