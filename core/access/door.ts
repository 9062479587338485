/** What stands before a quiz for whoever may not simply begin. */
import type { Access } from '../schema/access';
import { hoursOf } from './times';

/** Reasons why a visitor does not simply begin: the quiz is closed or full, something is asked for, or this person may not, or not again. */
const reasons = ['before', 'after', 'shut', 'full', 'passcode', 'person', 'stranger', 'taken'] as const;
export type DoorReason = (typeof reasons)[number];
export const isDoorReason = (text: string): text is DoorReason => reasons.some((why) => why === text);

export type Door = {
  why: DoorReason;
  /** The creator's own words for it. */
  words?: string;
  /** When it opens. Milliseconds since 1970. */
  opens?: number;
  /** What is asked for; nothing where there is nothing to be done. */
  asks?: { passcode?: true; person?: 'name' | 'number' | 'email' };
  /** What was said is not right. */
  isWrong?: true;
};

const ownWords = { before: 'before', after: 'after', shut: 'after', full: 'full', taken: 'taken' } as const;
const asksFirst = (why: DoorReason): why is 'passcode' | 'person' | 'stranger' =>
  why === 'passcode' || why === 'person' || why === 'stranger';

/** What a visitor is asked for before they begin; undefined where it is nothing. */
export function askedAtDoor({ who, says }: Access): Door['asks'] | undefined {
  // Somebody on a list is known by what the list holds of them.
  const person = says ?? (who === 'list' ? 'number' : undefined);
  if (who !== 'passcode' && person === undefined) return undefined;
  return { ...(who === 'passcode' ? { passcode: true } : {}), ...(person ? { person } : {}) };
}

/** The settings with the words that visitors read in a language; what is missing there is in the quiz's own. */
export function wordedIn(access: Access, language: string | null): Access {
  const own = language === null ? undefined : access.words?.translations?.[language];
  return own ? { ...access, words: { ...access.words, ...own } } : access;
}

export function doorFor(access: Access, why: DoorReason, opens?: number): Door {
  const words = asksFirst(why) ? access.words?.door : access.words?.[ownWords[why]];
  const asks = asksFirst(why) ? askedAtDoor(access) : undefined;
  return {
    why,
    ...(words ? { words } : {}),
    ...(opens === undefined ? {} : { opens }),
    ...(asks ? { asks } : {}),
  };
}

/**
 * What everybody finds who comes to a quiz; null where they can begin.
 * @param finished runs that have finished
 * @param now milliseconds since 1970
 */
export function firstDoor(access: Access, finished: number, now: number): Door | null {
  const { is, at } = hoursOf(access, now);
  if (is !== 'open') return doorFor(access, is, is === 'before' ? at : undefined);
  if (access.most !== undefined && finished >= access.most) return doorFor(access, 'full');
  const asks = askedAtDoor(access);
  return asks ? doorFor(access, asks.passcode ? 'passcode' : 'person') : null;
}
