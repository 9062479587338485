'use client';
/** Runs by day, week or month. */
import { Bar, BarChart, CartesianGrid, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { ink, tip } from './histogram';

/** Drawn for the eye; beside it stands the same as a table. */
export function TimeColumns({ columns }: { columns: { name: string; started: number; finished: number }[] }) {
  return (
    <div aria-hidden="true" style={{ height: 200 }}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 1000, height: 200 }}>
        <BarChart
          data={columns.map((one) => ({ ...one, open: Math.max(0, one.started - one.finished) }))}
          margin={{ top: 8, right: 8, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis dataKey="name" tick={ink} tickLine={false} axisLine={{ stroke: 'var(--ink)' }} minTickGap={20} />
          <YAxis allowDecimals={false} tick={ink} tickLine={false} axisLine={false} width={44} />
          <Tooltip {...tip} />
          <Bar
            dataKey="finished"
            name="finished"
            stackId="runs"
            fill="var(--data-1)"
            maxBarSize={40}
            isAnimationActive={false}
          />
          <Bar
            dataKey="open"
            name="started, not finished"
            stackId="runs"
            fill="var(--ink-3)"
            maxBarSize={40}
            isAnimationActive={false}
          />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
