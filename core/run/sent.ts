import type { Answer } from '../score/answer';

export type ContactGiven = { skipped: true } | { fields: Record<string, string>; consent?: number };
/** What a visitor sends. `page` says what they were looking at, so that a late request cannot answer another page. */
export type Sent =
  | { do: 'go'; page: string; answers?: Record<string, Answer>; contact?: Record<string, ContactGiven> }
  | { do: 'back'; page: string }
  /** Looking over all answers before they are sent: back to this page, to change what stands there. */
  | { do: 'change'; page: string }
  /** The time of the page, or of the whole quiz, is over: what is filled in is taken as it stands. */
  | { do: 'time'; of: 'page' | 'quiz'; page: string; answers?: Record<string, Answer> }
  /** An offer was taken: of an outcome, or of a block of that id. */
  | { do: 'offer'; outcome: string };
