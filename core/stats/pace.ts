/** How long visitors took, for each page and for the whole: counted by stretches, so that any selection of runs has its own. */
import type { Sent } from '../flow/run';
import { quizIndex } from '../document/lookup';
import type { Quiz } from '../schema/quiz';
import { bar, type Bar } from '../questions/drawing';

/** Seconds at which a stretch ends; the last has no end. */
const OF_PAGE = [5, 10, 15, 20, 30, 45, 60, 90, 120, 180, 300, 600, 1_800];
const OF_ALL = [30, 60, 90, 120, 180, 240, 300, 420, 600, 900, 1_800, 3_600];

const stretchOf = (seconds: number, ends: readonly number[]): number => {
  const i = ends.findIndex((end) => seconds < end);
  return i < 0 ? ends.length : i;
};

/**
 * How long each page was looked at before it was sent; of one that was come to again, all of it together.
 * @param seenAt when the first page was fetched @param times when each event came; both in milliseconds
 * @returns seconds by page
 */
export function secondsByPage(seenAt: number, sent: readonly Sent[], times: readonly number[]): Map<string, number> {
  const seconds = new Map<string, number>();
  let since = seenAt;
  sent.forEach((one, i) => {
    const at = times[i] ?? since;
    if (one.do === 'go') seconds.set(one.page, (seconds.get(one.page) ?? 0) + Math.max(0, at - since) / 1000);
    since = at;
  });
  return seconds;
}

/** What a run counts for by its pace: `pause PAGE STRETCH`, and `took STRETCH` of one that has finished. */
export function paceKeys(
  seenAt: number,
  sent: readonly Sent[],
  times: readonly number[],
  isFinished: boolean,
): string[] {
  const pages = [...secondsByPage(seenAt, sent, times)];
  const all = pages.reduce((sum, [, seconds]) => sum + seconds, 0);
  return [
    ...pages.map(([page, seconds]) => `pause ${page} ${stretchOf(seconds, OF_PAGE)}`),
    ...(isFinished ? [`took ${stretchOf(all, OF_ALL)}`] : []),
  ];
}

/** Seconds, of which a quarter took less, half, and three quarters; null beyond the last end. */
export type Quartiles = { low: number | null; median: number | null; high: number | null };
export type PagePace = Quartiles & { id: string; name: string; runs: number };
export type Pace = {
  pages: PagePace[];
  /** Of those who finished; null where nobody has. */
  all: (Quartiles & { runs: number; bars: Bar[] }) | null;
};

/** Between two ends a quartile lies where it would if the stretch were filled evenly. */
function quartile(counts: readonly number[], ends: readonly number[], share: number): number | null {
  const wanted = counts.reduce((a, b) => a + b, 0) * share;
  let before = 0;
  for (const [i, count] of counts.entries()) {
    const [from, to] = [ends[i - 1] ?? 0, ends[i]];
    if (count > 0 && before + count >= wanted)
      return to === undefined ? null : from + ((wanted - before) / count) * (to - from);
    before += count;
  }
  return null;
}
const quartilesOf = (counts: readonly number[], ends: readonly number[]): Quartiles => ({
  low: quartile(counts, ends, 0.25),
  median: quartile(counts, ends, 0.5),
  high: quartile(counts, ends, 0.75),
});

/** @param count how often a key of `paceKeys` was counted */
export function paceOf(quiz: Quiz, count: (key: string) => number): Pace {
  const counted = (key: string, ends: readonly number[]) =>
    Array.from({ length: ends.length + 1 }, (_, i) => Math.max(0, count(`${key} ${i}`)));
  const sum = (counts: number[]) => counts.reduce((a, b) => a + b, 0);
  const took = counted('took', OF_ALL);
  const finished = sum(took);
  return {
    pages: [...quizIndex(quiz).pages.values()].flatMap(({ id, name }) => {
      const counts = counted(`pause ${id}`, OF_PAGE);
      const runs = sum(counts);
      return runs > 0 ? [{ id, name, runs, ...quartilesOf(counts, OF_PAGE) }] : [];
    }),
    all:
      finished > 0
        ? {
            runs: finished,
            ...quartilesOf(took, OF_ALL),
            bars: took.map((n, i) => bar(String(i), stretchName(i), n, finished)),
          }
        : null,
  };
}

/** Fewer runs say little of a page. */
const LEAST = 10;
/** So many times what the page after it takes is a pause; less is how pages differ. */
const STRIKING = 1.5;

/** The page that visitors pause at: half of them take strikingly longer for it than for any other. */
export function pauseIn(pages: readonly PagePace[]): PagePace | null {
  const long = ({ median }: PagePace) => median ?? Infinity;
  const [first, second] = pages.filter(({ runs }) => runs >= LEAST).sort((a, b) => long(b) - long(a));
  return first && second && long(first) >= STRIKING * long(second) && long(second) < Infinity ? first : null;
}

const minutes = (seconds: number) => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
const stretchName = (i: number): string => {
  const [from, to] = [OF_ALL[i - 1] ?? 0, OF_ALL[i]];
  return to === undefined ? `${minutes(from)} or more` : `${minutes(from)} to ${minutes(to)}`;
};
