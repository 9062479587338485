'use client';
/** The ruler with its bands, and the bands as a list. */
import { Plus, X } from 'lucide-react';
import styled from 'styled-components';
import type { Spread } from '../../core/rehearsal/odds';
import { bandStart } from '../../core/verdicts/bands';
import { Choose, TextButton } from '../../ui/controls';
import { NumberField } from '../fields/number-field';
import { Bar } from '../shared/sheet';
import { BandBoard } from './band-board';
import { type Band, type ByBands, mayBegin, scaleOf } from './band-scale';

const BandList = styled.ol`
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 6px;
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

type Props = {
  verdict: ByBands;
  /** the ends of the ruler, in the unit of the verdict */ span: { lowest: number; highest: number };
  /** how far an arrow key moves a boundary */ step: number;
  spread: Spread | undefined;
  colourOf: (outcome: string) => number;
  onChange: (bands: Band[], join?: string) => void;
};

export function BandRuler({ verdict, span, step, spread, colourOf, onChange }: Props) {
  // Compute `half` and `full` from the present span; the stored value is from when they were set.
  const bands = verdict.bands.map((b) => ({ ...b, from: bandStart(b, span) }));
  const scale = scaleOf(bands, span, step);
  const nameOf = (id: string) => verdict.outcomes.find((o) => o.id === id)?.name || 'No outcome';
  const move = (index: number, from: number) =>
    onChange(
      bands.map((b, i) => (i === index ? { from: Number(from.toFixed(6)), outcome: b.outcome } : b)),
      `band ${verdict.id} ${index}`,
    );
  const beginAt = (index: number, to: 'number' | 'half' | 'full') =>
    onChange(
      bands.map(({ at: own, ...b }, i) => {
        const at = i === index ? (to === 'number' ? undefined : to) : own;
        return { ...b, ...(at ? { at } : {}) };
      }),
    );
  const add = () => {
    const used = new Set(bands.map((b) => b.outcome));
    const outcome = verdict.outcomes.find((o) => !used.has(o.id)) ?? verdict.outcomes.at(-1);
    if (!outcome) return;
    const middle = ((bands.at(-1)?.from ?? scale.low) + scale.high) / 2 + step / 2;
    onChange([...bands, { from: bands.length === 0 ? span.lowest : scale.round(middle), outcome: outcome.id }]);
  };
  const outcomes = verdict.outcomes.map((o) => ({ id: o.id, label: o.name || 'Unnamed' }));
  return (
    <>
      <BandBoard
        bands={bands}
        scale={scale}
        unit={verdict.unit ?? 'points'}
        spread={spread}
        colourOf={colourOf}
        nameOf={nameOf}
        onMove={move}
      />
      <BandList aria-label="Bands, highest first">
        {bands
          .map((band, i) => (
            <BandRow key={i}>
              <div className="outcome">
                <Bar $n={colourOf(band.outcome)} />
                <Choose
                  label={`Outcome of band ${i + 1}`}
                  value={band.outcome}
                  options={outcomes}
                  onChange={(outcome) => onChange(bands.map((b, k) => (k === i ? { ...b, outcome } : b)))}
                />
              </div>
              <div className="where">
                {i === 0 ? (
                  <span>{bands.length > 1 ? 'all below' : 'everything'}</span>
                ) : (
                  <Choose
                    label={`Where band ${i + 1} begins`}
                    value={band.at ?? 'number'}
                    options={[
                      { id: 'number', label: 'from' },
                      { id: 'half', label: 'from half' },
                      { id: 'full', label: 'from all of it' },
                    ]}
                    onChange={(to) => beginAt(i, to)}
                  />
                )}
                {i > 0 && band.at === undefined && (
                  <NumberField
                    label=""
                    name={`From where the band of ${nameOf(band.outcome)} goes`}
                    value={band.from}
                    wide
                    {...(verdict.unit === 'percent' ? { after: '%' } : {})}
                    onChange={(to) => {
                      if (to !== undefined && mayBegin(bands, i, to)) move(i, to);
                    }}
                  />
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
          ))
          .reverse()}
      </BandList>
      {verdict.outcomes.length > 0 && (
        <TextButton $weight={500} style={{ marginTop: 8 }} onPress={add}>
          <Plus size={14} /> Add a band
        </TextButton>
      )}
    </>
  );
}
