/** The scale of a ruler with bands, and where a boundary may stand on it. Pure, and tested on its own. */
import type { Of } from '../../core/verdicts/kind';

export type ByBands = Of<'bands'>;
export type Band = ByBands['bands'][number];
export type BandScale = {
  low: number;
  high: number;
  /** how far an arrow key moves a boundary */ step: number;
  /** to the nearest step */ round: (value: number) => number;
  /** A boundary stays between its neighbours, so that bands can neither overlap nor leave a gap. */
  within: (index: number, value: number) => number;
};

/** @param span the ends of the ruler, in the unit of the verdict; bands beyond them make it longer */
export function scaleOf(bands: Band[], span: { lowest: number; highest: number }, step: number): BandScale {
  const low = Math.min(span.lowest, ...bands.slice(1).map((b) => b.from));
  const high = Math.max(span.highest, ...bands.map((b) => b.from), low + step);
  return {
    low,
    high,
    step,
    round: (value) => Number((Math.round(value / step) * step).toFixed(6)),
    within: (index, value) => {
      const least = index > 1 ? (bands[index - 1]?.from ?? low) + step : low + step;
      const most = (bands[index + 1]?.from ?? high + step) - step;
      return Math.max(least, Math.min(most, value));
    },
  };
}

/** Whether a band may begin there: typed past a neighbour it would turn the order round. */
export function mayBegin(bands: Band[], index: number, from: number): boolean {
  const [below, above] = [bands[index - 1]?.from, bands[index + 1]?.from];
  return !(index > 1 && below !== undefined && from <= below) && !(above !== undefined && from >= above);
}
