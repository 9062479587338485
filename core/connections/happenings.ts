/** What other systems can be told of, and when what they did not take is sent again. */

/** Each by the name under which it is sent, with what it means. The names never change. */
export const HAPPENINGS = {
  'run.started': 'Somebody has begun the quiz',
  'run.finished': 'Somebody has come to the end, with answers and result',
  'contact.left': 'Somebody has left an address or a name',
  'consent.withdrawn': 'Somebody wants no more letters',
  'review.done': 'The last answer of a run that a person marks has been marked',
  'edition.published': 'A new edition is live',
} as const;
export type Happening = keyof typeof HAPPENINGS;
/** Sent by hand to see whether an address takes anything at all. */
export const TEST = 'test';

const SECOND = 1_000;
const MINUTE = 60 * SECOND;
const HOUR = 60 * MINUTE;
/** Milliseconds to wait after each try that failed: three days in all. */
export const PAUSES = [
  5 * SECOND,
  MINUTE,
  5 * MINUTE,
  30 * MINUTE,
  2 * HOUR,
  5 * HOUR,
  10 * HOUR,
  14 * HOUR,
  20 * HOUR,
  20 * HOUR,
];
/** Milliseconds for which an address may take nothing before it is switched off: as long as a message is tried at least. */
export const DEAD_AFTER = 0.95 * PAUSES.reduce((sum, pause) => sum + pause, 0);

/**
 * When a message is tried again.
 * @param tries that have failed so far, at least 1
 * @param chance from 0 to 1: spreads the tries of many messages by a tenth, so that they do not come all at once
 * @returns milliseconds from now; null where it was tried often enough
 */
export function pauseAfter(tries: number, chance: number): number | null {
  const pause = PAUSES[tries - 1];
  return pause === undefined ? null : Math.round(pause * (0.95 + chance / 10));
}

/** The longest time for which an address that takes nothing is left alone before it gets another message. */
const LONGEST_BREATH = MINUTE;
/** Milliseconds for which an address is left alone after so many failures one after the other, whatever else waits for it. */
export const breathAfter = (failures: number): number => Math.min(LONGEST_BREATH, SECOND * 2 ** Math.min(failures, 6));
