/** What is drawn of the answers to a question: worked out of the counts of `countsOf`, so that whoever draws computes nothing. */
import { round9 } from '../values/numbers';
import { wilson } from '../values/wilson';
import type { Answer } from '../values/answer';

/** A part of what was answered, as a share. @property right whether it is right; absent where nothing is */
export type Bar = {
  id: string;
  name: string;
  count: number;
  share: number;
  low: number;
  high: number;
  right?: boolean;
};
type Named = { id: string; name: string };

export type Drawing =
  /** @property of what the bars are shares of: who answered, or who did, with how many had each part right */
  | { as: 'bars'; of: 'answers' | 'right'; bars: Bar[] }
  /** @property bins numbers given and how often, rising @property target the least and the most that is right */
  | { as: 'numbers'; bins: Bin[]; summary: Summary | null; target?: [number, number] }
  /** @property days ISO days, or months where there are too many days, and how often each was given, rising */
  | { as: 'days'; days: [day: string, count: number][] }
  /** @property places how often it stood in each place, from the first; mean from 1 */
  | { as: 'places'; items: (Named & { mean: number | null; first: number; places: number[] })[]; keyed: boolean }
  /** @property counts by row and column @property right the same for what is right; absent where nothing is */
  | { as: 'cells'; rows: Named[]; columns: Named[]; counts: number[][]; right?: boolean[][] }
  /** @property points middles of fields of the picture, 0 to 1, and how often somebody pointed there @property bars how many had each spot right */
  | {
      as: 'points';
      picture: { src: string; text: string } | null;
      points: { x: number; y: number; count: number }[];
      bars: Bar[];
    }
  /** Read one by one. */
  | { as: 'words' };

/** Numbers from one to another, the upper one left out but in the last; one number where both are the same. */
export type Bin = { from: number; to: number; count: number };
export type Summary = { mean: number; low: number; median: number; high: number };

/** The counts of one question. @property of by a key of `countsOf` without the question, such as `option a` @property all those of a key that begins so */
export type Counts = {
  answered: number;
  of: (key: string, part: string) => number;
  all: (key: string) => [part: string, count: number][];
};

/** How answers to it are read by whoever made the quiz. */
export type DrawSide<Q> = {
  /** What an answer adds to the drawing beside what rehearsal counts: keys of `countsOf`. */
  drawn?(question: Q, answer: Answer): string[];
  drawing(question: Q, counts: Counts): Drawing;
};

const nowhere = { low: 0, high: 0 };

export function bar(id: string, name: string, count: number, of: number, right?: boolean): Bar {
  // What was wiped may have left more of a part than of the whole.
  const within = Math.min(count, of);
  const { low, high } = wilson(within, of) ?? nowhere;
  return { id, name, count, share: of === 0 ? 0 : within / of, low, high, ...(right === undefined ? {} : { right }) };
}

/** So many numbers are drawn one by one; more in no more than so many parts of the same width, which begin and end at even numbers. */
const MOST_SINGLE = 30;
const BINS = 20;

/** A width that people count in, no smaller than this: 1, 2 or 5, and so on by tens. */
function evenWidth(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return power * ([1, 2, 5].find((n) => round9(n * power) >= round9(least)) ?? 10);
}

/** @param values rising */
export function binsOf(values: readonly (readonly [value: number, count: number])[]): Bin[] {
  if (values.length <= MOST_SINGLE) return values.map(([value, count]) => ({ from: value, to: value, count }));
  const [least, most] = [values[0]?.[0] ?? 0, values.at(-1)?.[0] ?? 0];
  const width = evenWidth((most - least) / BINS);
  const low = Math.floor(round9(least / width)) * width;
  const bins = Array.from({ length: Math.ceil(round9((most - low) / width)) }, (_, i) => ({
    from: round9(low + i * width),
    to: round9(low + (i + 1) * width),
    count: 0,
  }));
  for (const [value, count] of values) {
    const bin = bins[Math.min(bins.length - 1, Math.floor(round9((value - low) / width)))];
    if (bin) bin.count += count;
  }
  return bins;
}

/**
 * Mean and quartiles of numbers that are counted; null of none. Quartiles lie between two of them where they have to (Hyndman and Fan, The
 * American Statistician 1996, definition 7).
 * @param values rising
 */
export function summaryOf(values: readonly (readonly [value: number, count: number])[]): Summary | null {
  const n = values.reduce((sum, [, count]) => sum + count, 0);
  if (n === 0) return null;
  const at = (place: number): number => {
    let before = 0;
    for (const [value, count] of values) {
      before += count;
      if (place < before) return value;
    }
    return values.at(-1)?.[0] ?? NaN;
  };
  const quantile = (p: number): number => {
    const place = (n - 1) * p;
    const whole = Math.floor(place);
    return at(whole) + (place - whole) * (at(Math.min(n - 1, whole + 1)) - at(whole));
  };
  const mean = values.reduce((sum, [value, count]) => sum + value * count, 0) / n;
  return { mean, low: quantile(0.25), median: quantile(0.5), high: quantile(0.75) };
}
