'use client';
/** Draggable stretches beside how rehearsed visitors spread, highest on top. */
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Spread } from '../../core/rehearsal/odds';
import { barsOf } from '../shared/bars';
import type { Band, BandScale } from './band-scale';

const HEIGHT = 380;
const Board = styled.div`
  position: relative;
  height: ${HEIGHT}px;
  margin: 12px 0 16px;
  touch-action: none;
  .stretch {
    position: absolute;
    inset-inline-start: 44px;
    width: 12px;
  }
  .name {
    position: absolute;
    inset-inline-start: 68px;
    font-weight: 600;
    font-size: 13px;
    line-height: 16px;
    background: color-mix(in srgb, var(--chalk) 80%, transparent);
    padding: 0 3px;
    max-width: 60%;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    pointer-events: none;
  }
  .bar {
    position: absolute;
    inset-inline-start: 58px;
    background: var(--data-8);
    opacity: 0.35;
  }
  .end {
    position: absolute;
    inset-inline-end: calc(100% - 36px);
    font-size: 12px;
    color: var(--ink-2);
    transform: translateY(-50%);
  }
  .handle {
    position: absolute;
    inset-inline-start: 0;
    transform: translateY(-50%);
    display: inline-flex;
    align-items: center;
    justify-content: center;
    min-width: 40px;
    height: 24px;
    border-radius: 12px;
    border: 1.5px solid var(--ink);
    background: var(--paper);
    font: 600 12px/1 var(--text);
    font-variant-numeric: tabular-nums;
    cursor: ns-resize;
    padding: 0 6px;
  }
  .cut {
    position: absolute;
    inset-inline: 40px 0;
    border-top: 1px dashed var(--ink-3);
    pointer-events: none;
  }
`;

const unitWords = { points: 'points', percent: 'percent', right: 'questions right' };
const shown = (n: number) => String(Number(n.toFixed(2))).replace('-', '−');

type Props = {
  bands: Band[];
  scale: BandScale;
  unit: keyof typeof unitWords;
  spread: Spread | undefined;
  colourOf: (outcome: string) => number;
  nameOf: (outcome: string) => string;
  onMove: (index: number, from: number) => void;
};

export function BandBoard({ bands, scale, unit, spread, colourOf, nameOf, onMove }: Props) {
  const board = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{ index: number; from: number } | null>(null);
  const { low, high, step, within, round } = scale;
  const y = (value: number) => HEIGHT * (1 - (value - low) / (high - low));
  const starts = bands.map((b, i) => (held?.index === i ? held.from : b.from));
  const keys = (event: KeyboardEvent, index: number) => {
    const far = event.shiftKey ? 5 : 1;
    const by = event.key === 'ArrowUp' ? step * far : event.key === 'ArrowDown' ? -step * far : 0;
    if (!by) return;
    event.preventDefault();
    onMove(index, within(index, (bands[index]?.from ?? 0) + by));
  };
  const drag = (event: PointerEvent) => {
    const box = board.current?.getBoundingClientRect();
    if (!held || !box) return;
    const value = low + (1 - (event.clientY - box.top) / box.height) * (high - low);
    setHeld({ ...held, from: within(held.index, round(value)) });
  };
  const drop = () => {
    if (held && held.from !== bands[held.index]?.from) onMove(held.index, held.from);
    setHeld(null);
  };
  return (
    <Board ref={board} onPointerMove={drag} onPointerUp={drop} onPointerCancel={() => setHeld(null)}>
      <Bars spread={spread} y={y} />
      {bands.map((band, i) => {
        const bottom = i === 0 ? HEIGHT : y(starts[i] ?? low);
        const top = i === bands.length - 1 ? 0 : y(starts[i + 1] ?? high);
        return (
          <span key={i}>
            <i
              className="stretch"
              style={{
                top,
                height: Math.max(2, bottom - top),
                background: `var(--data-${(colourOf(band.outcome) % 8) + 1})`,
              }}
            />
            <span className="name" style={{ top: Math.max(0, (top + bottom) / 2 - 8) }}>
              {nameOf(band.outcome)}
            </span>
          </span>
        );
      })}
      <span className="end" style={{ top: 6 }}>
        {shown(high)}
      </span>
      <span className="end" style={{ top: HEIGHT - 6 }}>
        {shown(low)}
      </span>
      {bands.map((band, i) => {
        const start = starts[i] ?? 0;
        return i === 0 ? null : (
          <span key={i}>
            <i className="cut" style={{ top: y(start) }} />
            <button
              type="button"
              className="handle"
              role="slider"
              aria-orientation="vertical"
              aria-label={`${nameOf(band.outcome)} begins at`}
              aria-valuenow={start}
              aria-valuemin={low}
              aria-valuemax={high}
              aria-valuetext={`${shown(start)} ${unitWords[unit]}`}
              style={{ top: y(start) }}
              onKeyDown={(event) => keys(event, i)}
              onPointerDown={(event) => {
                event.preventDefault();
                event.currentTarget.focus();
                board.current?.setPointerCapture(event.pointerId);
                setHeld({ index: i, from: band.from });
              }}
            >
              {shown(start)}
            </button>
          </span>
        );
      })}
    </Board>
  );
}

function Bars({ spread, y }: { spread: Spread | undefined; y: (value: number) => number }) {
  const bars = spread ? barsOf(spread.histogram) : [];
  const most = Math.max(...bars.map((b) => b.share), 1e-9);
  return bars.map((bar, i) => {
    const top = y(bar.from) - 2;
    return (
      <i
        key={bar.from}
        className="bar"
        style={{
          top: Math.max(0, top - (i === bars.length - 1 ? 0 : 2)),
          height: Math.max(3, Math.min(12, HEIGHT / Math.max(1, bars.length) - 2)),
          width: `${(bar.share / most) * 62}%`,
        }}
      />
    );
  });
}
