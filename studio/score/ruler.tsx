'use client';
/** The ruler of a column: how rehearsed visitors spread over it, highest on top. */
import type { Spread } from '../../core/rehearsal/odds';
import { barsOf } from '../shared/bars';

const HEIGHT = 420;

export function Ruler({ spread, colour, name }: { spread: Spread; colour: number | null; name: string }) {
  const bars = barsOf(spread.histogram);
  const most = Math.max(...bars.map((b) => b.share), 1e-9);
  const step = Math.min(30, HEIGHT / bars.length);
  const height = step * bars.length;
  const fill = colour === null ? 'var(--data-8)' : `var(--data-${(colour % 8) + 1})`;
  const every = Math.ceil(24 / step);
  const label = (n: number) => String(Number(n.toFixed(2))).replace('-', '−');
  return (
    <svg
      // The widest label has five figures and a sign.
      viewBox={`-18 0 314 ${height + 2}`}
      width="100%"
      role="img"
      aria-label={`${name}: from ${label(spread.lowest)} to ${label(spread.highest)}, ${label(spread.mean)} on average`}
      style={{ display: 'block', maxWidth: 340 }}
    >
      <rect x="40" y="0" width="10" height={height} style={{ fill, opacity: 0.85 }} />
      {bars.map((bar, i) => {
        const y = height - (i + 1) * step;
        const labelled = (bars.length - 1 - i) % every === 0 || i === 0;
        return (
          <g key={bar.from}>
            {labelled && (
              <text x="26" y={y + step / 2 + 4} textAnchor="end" style={{ fontSize: 12, fill: 'var(--ink-2)' }}>
                {label(Number(bar.from.toFixed(1)))}
              </text>
            )}
            <path
              d={`M${labelled ? 30 : 34} ${y + step / 2}h${labelled ? 10 : 6}`}
              style={{ stroke: 'var(--ink-3)' }}
            />
            <rect
              x="50"
              y={y + step * 0.1}
              width={(bar.share / most) * 190}
              height={step * 0.8}
              style={{ fill, opacity: 0.55 }}
            />
            {labelled && bar.share > 0 && (
              <text
                x={56 + (bar.share / most) * 190}
                y={y + step / 2 + 4}
                style={{ fontSize: 11.5, fill: 'var(--ink-2)' }}
              >
                {(bar.share * 100).toFixed(1)}%
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
