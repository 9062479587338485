/** When letters go out: hours in which none does, and the morning of a digest. All by the clock of a time zone, summer time included. */
import {
  fromAbsolute,
  getDayOfWeek,
  parseTime,
  toCalendarDateTime,
  toZoned,
  type ZonedDateTime,
} from '@internationalized/date';

/** Hours of a day, `HH:MM`; they may go over midnight. */
export type Quiet = { from: string; until: string; zone: string };

const at = (day: ZonedDateTime, time: string, zone: string): ZonedDateTime =>
  toZoned(toCalendarDateTime(day, parseTime(time)), zone, 'compatible');

/**
 * When quiet hours that hold at a moment are over; null where none hold.
 * @param now milliseconds since 1970, as what is returned
 */
export function quietUntil({ from, until, zone }: Quiet, now: number): number | null {
  const today = fromAbsolute(now, zone);
  const days = [today.subtract({ days: 1 }), today];
  for (const day of days) {
    const begins = at(day, from, zone);
    const sameDay = at(day, until, zone);
    const ends = sameDay.compare(begins) > 0 ? sameDay : at(day.add({ days: 1 }), until, zone);
    if (begins.toDate().getTime() <= now && now < ends.toDate().getTime()) return ends.toDate().getTime();
  }
  return null;
}

/** Why quiet hours make no sense; null where they do. */
export function quietFault({ from, until, zone }: Quiet): string | null {
  try {
    fromAbsolute(0, zone);
    return parseTime(from).compare(parseTime(until)) === 0 ? 'They would begin when they end.' : null;
  } catch {
    return 'There is no such hour, or no such time zone.';
  }
}

const MORNING = '07:00';

/** The morning on which what is gathered at a moment goes out: the next one, or that of the next Monday. */
export function nextMorning(gather: 'daily' | 'weekly', now: number, zone: string): number {
  const today = fromAbsolute(now, zone);
  for (let ahead = 0; ; ahead++) {
    const morning = at(today.add({ days: ahead }), MORNING, zone);
    const isRight = gather === 'daily' || getDayOfWeek(morning, 'en-GB') === 0;
    if (isRight && morning.toDate().getTime() > now) return morning.toDate().getTime();
  }
}
