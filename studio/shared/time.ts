import { format, isToday, isYesterday } from 'date-fns';

/** 10:42 */
export const clock = (iso: string): string => format(new Date(iso), 'HH:mm');

/** Today 10:42, Yesterday, 24 April */
export function day(iso: string): string {
  const date = new Date(iso);
  if (isToday(date)) return `Today ${format(date, 'HH:mm')}`;
  if (isYesterday(date)) return `Yesterday ${format(date, 'HH:mm')}`;
  return format(date, 'd MMMM');
}

export const dayAndTime = (iso: string): string => format(new Date(iso), 'd MMM, HH:mm');
/** `1 Dec 2027`: of a day that may be in another year. */
export const dayAndYear = (iso: string): string => format(new Date(iso), 'd MMM yyyy');
