'use client';
/** How often each number or day was given. */
import { Bar, BarChart, CartesianGrid, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';

export type Column = { name: string; count: number; isRight?: boolean };

export const ink = { fill: 'var(--ink-2)', fontSize: 13 };

export const tip = {
  cursor: { fill: 'var(--saffron-wash)' },
  contentStyle: { background: 'var(--paper)', border: '1px solid var(--ink)', color: 'var(--ink)' },
  itemStyle: { color: 'var(--ink)' },
};

/** Drawn for the eye; beside it stands the same as a table. */
export function Histogram({ columns }: { columns: Column[] }) {
  return (
    <div aria-hidden="true" style={{ height: 200 }}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 600, height: 200 }}>
        <BarChart
          data={columns.map((one) => ({ ...one, fill: one.isRight ? 'var(--pine)' : 'var(--data-1)' }))}
          margin={{ top: 8, right: 8, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis dataKey="name" tick={ink} tickLine={false} axisLine={{ stroke: 'var(--ink)' }} minTickGap={12} />
          <YAxis allowDecimals={false} tick={ink} tickLine={false} axisLine={false} width={44} />
          <Tooltip {...tip} />
          <Bar dataKey="count" name="answers" maxBarSize={64} isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
