/** Counts by day put together by week or month. */

/** @property name of a day, as YYYY-MM-DD */
export type Day = { name: string; started: number; finished: number };
export type Step = 'day' | 'week' | 'month';
/** Most columns that are told apart by the eye. */
const MOST_DAYS = 45;
const MOST_WEEKS = 300;
const DAY = 86_400_000;
/** Days that are filled in between the first and the last; a clock that was wrong once shall not make a million of them. */
const LONGEST = 4_000;

/** The step at which so many days are read best. */
export function stepFor(days: readonly Day[]): Step {
  const long = lengthOf(days);
  return long <= MOST_DAYS ? 'day' : long <= MOST_WEEKS ? 'week' : 'month';
}

const at = (name: string) => Date.parse(`${name}T00:00:00Z`);
const nameAt = (time: number) => new Date(time).toISOString().slice(0, 10);
const lengthOf = (days: readonly Day[]): number => {
  const [first, last] = [days[0], days.at(-1)];
  return first && last ? (at(last.name) - at(first.name)) / DAY + 1 : 0;
};

/** The day that the step of a day begins with: itself, its Monday (ISO 8601), or the first of its month. */
function beginOf(time: number, step: Step): string {
  const weekday = (new Date(time).getUTCDay() + 6) % 7;
  if (step === 'week') return nameAt(time - weekday * DAY);
  return step === 'month' ? `${nameAt(time).slice(0, 7)}-01` : nameAt(time);
}

/**
 * Sums by step from the first day to the last, those on which nothing was among them.
 * @param days in their order; all that is counted of them is summed
 */
export function overTime<D extends Day>(days: readonly D[], step: Step): D[] {
  const [first] = days;
  if (!first) return [];
  const counts = (Object.keys(first) as (keyof D)[]).filter((key) => key !== 'name');
  const summed = (name: string, sum: D | undefined, day: D | null): D => {
    const of = (one: D | null | undefined, key: keyof D) => Number(one?.[key] ?? 0);
    const sums = counts.map((key) => [key, of(sum, key) + of(day, key)]);
    // Its counts are those of a day, one by one.
    return { name, ...Object.fromEntries(sums) } as D;
  };
  const sums = new Map<string, D>();
  const put = (time: number, day: D | null) => {
    const name = beginOf(time, step);
    sums.set(name, summed(name, sums.get(name), day));
  };
  const long = Math.min(LONGEST, lengthOf(days));
  for (let i = 0; i < long; i++) put(at(first.name) + i * DAY, null);
  for (const day of days) put(at(day.name), day);
  return [...sums.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** Hours that are told one by one. */
export const HOURS = 48;
const HOUR = 3_600_000;

/** The newest hours, one after the other, by their names (`2026-05-01T14`, UTC); `none` where nobody came. @param now in ms */
export function newestHours<D extends Day>(counted: readonly D[], none: Omit<D, 'name'>, now: number): D[] {
  const known = new Map(counted.map((hour) => [hour.name, hour]));
  return Array.from({ length: HOURS }, (_, i) => {
    const name = new Date(now - (HOURS - 1 - i) * HOUR).toISOString().slice(0, 13);
    return known.get(name) ?? ({ ...none, name } as D);
  });
}
