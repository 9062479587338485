'use client';
/** What all charts that are drawn here are made of: a canvas, lines of words, and things below each other. */
import type { Panel } from '../../../contract/boards';
import type { Bar, Drawing } from '../../../contract/results';
import { number } from '../bars';
import { widthOf } from './words';

export type Shape = { width: number; numbers: Panel['numbers'] };
export type Of<As extends Drawing['as']> = Extract<Drawing, { as: As }>;

export const TEXT = "14px 'Figtree Variable', Figtree, sans-serif";
export const SMALL = "12.5px 'Figtree Variable', Figtree, sans-serif";
export const BOLD = "600 14px 'Figtree Variable', Figtree, sans-serif";
export const LINE = 18;

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

export const Canvas = ({ width, height, children }: { width: number; height: number; children: React.ReactNode }) => (
  <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} style={{ display: 'block' }}>
    {children}
  </svg>
);

/** Room for the widest number. */
export const besideOf = (bars: readonly Bar[], numbers: Panel['numbers']) =>
  numbers === 'none' ? 0 : Math.max(0, ...bars.map((one) => widthOf(saysOf(one, numbers), BOLD))) + 12;

/** Where each begins, and where the last ends, of things of these heights below each other. */
export function stacked(heights: readonly number[]): { tops: number[]; end: number } {
  const tops: number[] = [];
  let end = 0;
  for (const height of heights) {
    tops.push(end);
    end += height;
  }
  return { tops, end };
}
