/** What goes out by mail. */
import { Type } from '@sinclair/typebox';
import { closed, Id, Line, oneOf, optional } from './kit';
import { Condition } from './questions';
import { TYPED_ADDRESS } from './address';
import { Picture, RichText } from './text';

/** The most addresses that one letter goes to beside the visitor. */
export const MOST_ADDRESSES = 20;
/** Hours that a letter may wait: 90 days. */
export const LONGEST_WAIT = 2_160;

const Button = closed({
  text: Line,
  /** `offer`: of the outcome reached; without one there is no button. */
  to: Type.Union([
    oneOf('result', 'goOn', 'certificate', 'quiz', 'offer'),
    closed({ url: Type.String({ maxLength: 2_000, pattern: TYPED_ADDRESS }) }),
  ]),
});
const Part = closed({
  id: Id,
  showIf: optional(Condition),
  body: optional(RichText),
  picture: optional(Picture),
  button: optional(Button),
});
export const Letter = closed({
  id: Id,
  name: Line,
  /** `me`: who published the edition. */
  to: oneOf('visitor', 'me', 'addresses'),
  addresses: optional(Type.Array(Type.String({ maxLength: 254 }), { maxItems: MOST_ADDRESSES })),
  /** Hours after its cause. */
  after: optional(Type.Integer({ minimum: 1, maximum: LONGEST_WAIT })),
  /** To visitors who left an address and have not finished when it is due; not after finishing. It has to wait. */
  unfinished: optional(Type.Boolean()),
  /** All of a day in one letter, or the figures of a week. Not to visitors. */
  gather: optional(oneOf('daily', 'weekly')),
  /** Only of runs for which this is true. */
  when: optional(Condition),
  subject: RichText,
  /** What mail programs show beside the subject. */
  preview: optional(Line),
  body: RichText,
  /** Follow the text, in this order. */
  parts: optional(Type.Array(Part, { maxItems: 60 })),
  signature: optional(RichText),
  /** Whom it is from, as mail programs name them. */
  sender: optional(Type.String({ maxLength: 100 })),
  /** Where answers go. */
  replyTo: optional(Type.String({ maxLength: 254 })),
});
