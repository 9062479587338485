'use client';
/** The ruler with its bands: draggable stretches beside how rehearsed visitors spread, highest on top. */
import { Plus, X } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Verdict } from '../../core/schema/quiz';
import type { Spread } from '../../core/rehearsal/odds';
import { bandStart } from '../../core/verdicts/bands';
import { Choose, TextButton } from '../../ui/controls';
import { Bar } from '../shared/sheet';
import { NumberField } from '../shared/number-field';
import { barsOf } from './ruler';

type Bands = Extract<Verdict, { by: 'bands' }>;
type Band = Bands['bands'][number];

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

/** An outcome and what takes it away; below, where its band begins. */
const BandRow = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 8px;
  align-items: center;
  border-bottom: 1px solid var(--line);
  padding-bottom: 6px;
  .outcome {
    display: flex;
    align-items: baseline;
  }
  .outcome > i {
    flex: none;
  }
  .where {
    grid-row: 2;
    grid-column: 1 / -1;
    display: flex;
    flex-wrap: wrap;
    gap: 2px 8px;
    align-items: baseline;
    color: var(--ink-2);
    font-size: 13px;
    padding-inline-start: 8px;
  }
`;

const unitWords = { points: 'points', percent: 'percent', right: 'questions right' };
const shown = (n: number) => String(Number(n.toFixed(2))).replace('-', '−');

/**
 * @param span the ends of the ruler, in the unit of the verdict
 * @param step how far an arrow key moves a boundary
 */
export function BandRuler({
  verdict,
  span,
  step,
  spread,
  colourOf,
  onChange,
}: {
  verdict: Bands;
  span: { lowest: number; highest: number };
  step: number;
  spread: Spread | undefined;
  colourOf: (outcome: string) => number;
  onChange: (bands: Band[], join?: string) => void;
}) {
  const board = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{ index: number; from: number } | null>(null);
  // Where half and all of it are now, whatever was written down when they were chosen.
  const bands = verdict.bands.map((b) => ({ ...b, from: bandStart(b, span) }));
  const values = bands.map((b, i) => (held?.index === i ? held.from : b.from));
  const low = Math.min(span.lowest, ...bands.slice(1).map((b) => b.from));
  const high = Math.max(span.highest, ...bands.map((b) => b.from), low + step);
  const y = (value: number) => HEIGHT * (1 - (value - low) / (high - low));
  const round = (value: number) => Number((Math.round(value / step) * step).toFixed(6));
  /** A boundary stays between its neighbours, so that bands can neither overlap nor leave a gap. */
  const within = (index: number, value: number) => {
    const least = index > 1 ? (bands[index - 1]?.from ?? low) + step : low + step;
    const most = (bands[index + 1]?.from ?? high + step) - step;
    return Math.max(least, Math.min(most, value));
  };
  const set = (index: number, from: number) =>
    onChange(
      bands.map((b, i) => (i === index ? { from: Number(from.toFixed(6)), outcome: b.outcome } : b)),
      `band ${verdict.id} ${index}`,
    );
  const keys = (event: KeyboardEvent, index: number) => {
    const far = event.shiftKey ? 5 : 1;
    const by = event.key === 'ArrowUp' ? step * far : event.key === 'ArrowDown' ? -step * far : 0;
    if (!by) return;
    event.preventDefault();
    set(index, within(index, (bands[index]?.from ?? 0) + by));
  };
  const drag = (event: PointerEvent) => {
    const box = board.current?.getBoundingClientRect();
    if (!held || !box) return;
    const value = low + (1 - (event.clientY - box.top) / box.height) * (high - low);
    setHeld({ ...held, from: within(held.index, round(value)) });
  };
  const drop = () => {
    if (held && held.from !== bands[held.index]?.from) set(held.index, held.from);
    setHeld(null);
  };
  const nameOf = (id: string) => verdict.outcomes.find((o) => o.id === id)?.name || 'No outcome';
  const bars = spread ? barsOf(spread.histogram) : [];
  const most = Math.max(...bars.map((b) => b.share), 1e-9);
  return (
    <>
      <Board ref={board} onPointerMove={drag} onPointerUp={drop} onPointerCancel={() => setHeld(null)}>
        {bars.map((bar, i) => {
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
        })}
        {bands.map((band, i) => {
          const bottom = i === 0 ? HEIGHT : y(values[i] ?? low);
          const top = i === bands.length - 1 ? 0 : y(values[i + 1] ?? high);
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
        {bands.map((band, i) =>
          i === 0 ? null : (
            <span key={i}>
              <i className="cut" style={{ top: y(values[i] ?? 0) }} />
              <button
                type="button"
                className="handle"
                role="slider"
                aria-orientation="vertical"
                aria-label={`${nameOf(band.outcome)} begins at`}
                aria-valuenow={values[i] ?? 0}
                aria-valuemin={low}
                aria-valuemax={high}
                aria-valuetext={`${shown(values[i] ?? 0)} ${unitWords[verdict.unit ?? 'points']}`}
                style={{ top: y(values[i] ?? 0) }}
                onKeyDown={(event) => keys(event, i)}
                onPointerDown={(event) => {
                  event.preventDefault();
                  event.currentTarget.focus();
                  board.current?.setPointerCapture(event.pointerId);
                  setHeld({ index: i, from: band.from });
                }}
              >
                {shown(values[i] ?? 0)}
              </button>
            </span>
          ),
        )}
      </Board>
      <ol
        style={{ listStyle: 'none', padding: 0, margin: 0, display: 'grid', gap: 6 }}
        aria-label="Bands, highest first"
      >
        {bands
          .map((band, i) => ({ band, i }))
          .reverse()
          .map(({ band, i }) => (
            <BandRow key={i}>
              <div className="outcome">
                <Bar $n={colourOf(band.outcome)} />
                <Choose
                  label={`Outcome of band ${i + 1}`}
                  value={band.outcome}
                  options={verdict.outcomes.map((o) => ({ id: o.id, label: o.name || 'Unnamed' }))}
                  onChange={(outcome) => onChange(bands.map((b, k) => (k === i ? { ...b, outcome } : b)))}
                />
              </div>
              <div className="where">
                {i === 0 ? (
                  <span>{bands.length > 1 ? 'all below' : 'everything'}</span>
                ) : (
                  <>
                    <Choose
                      label={`Where band ${i + 1} begins`}
                      value={band.at ?? 'number'}
                      options={[
                        { id: 'number', label: 'from' },
                        { id: 'half', label: 'from half' },
                        { id: 'full', label: 'from all of it' },
                      ]}
                      onChange={(to) =>
                        onChange(
                          bands.map(({ at: _old, ...b }, k) => {
                            const own = bands[k]?.at;
                            const at = k === i ? (to === 'number' ? undefined : to) : own;
                            return { ...b, ...(at ? { at } : {}) };
                          }),
                        )
                      }
                    />
                    {band.at === undefined && (
                      <NumberField
                        label=""
                        name={`From where the band of ${nameOf(band.outcome)} goes`}
                        value={band.from}
                        wide
                        {...(verdict.unit === 'percent' ? { after: '%' } : {})}
                        onChange={(to) => {
                          if (to === undefined) return;
                          // Typed past a neighbour it would turn the order round; it is kept where it makes sense.
                          const [least, upmost] = [bands[i - 1]?.from, bands[i + 1]?.from];
                          if ((i > 1 && least !== undefined && to <= least) || (upmost !== undefined && to >= upmost))
                            return;
                          set(i, to);
                        }}
                      />
                    )}
                  </>
                )}
              </div>
              {bands.length > 1 && (
                <TextButton
                  aria-label={`Remove the band of ${nameOf(band.outcome)}`}
                  onPress={() => onChange(bands.filter((_, k) => k !== i))}
                >
                  <X size={14} />
                </TextButton>
              )}
            </BandRow>
          ))}
      </ol>
      {verdict.outcomes.length > 0 && (
        <TextButton
          $weight={500}
          style={{ marginTop: 8 }}
          onPress={() => {
            const used = new Set(bands.map((b) => b.outcome));
            const outcome = verdict.outcomes.find((o) => !used.has(o.id)) ?? verdict.outcomes.at(-1);
            if (!outcome) return;
            const from = bands.length === 0 ? span.lowest : round(((bands.at(-1)?.from ?? low) + high) / 2 + step / 2);
            onChange([...bands, { from, outcome: outcome.id }]);
          }}
        >
          <Plus size={14} /> Add a band
        </TextButton>
      )}
    </>
  );
}
