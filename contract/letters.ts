/** Letters: how they will arrive, the tray of what was written, and what holds for all of a workspace. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Count, Instant } from './kit';

export const STATES = ['waiting', 'held', 'failed', 'unsubscribed', 'needless', 'delivered'] as const;
export const StateSchema = oneOf(...STATES);
export type LetterState = (typeof STATES)[number];

const LineSchema = closed({
  id: Type.String(),
  recipient: Type.String(),
  subject: Type.String(),
  writtenAt: Instant,
  /** Not before. */
  dueAt: optional(Instant),
  state: StateSchema,
  tries: Count,
  trouble: Type.String(),
  changedAt: Instant,
});
/** A letter in the tray. */
export type TrayLetter = Static<typeof LineSchema>;
const TraySchema = closed({
  letters: Type.Array(LineSchema),
  /** Of all letters of the quiz, by state. */
  counts: Type.Record(Type.String(), Count),
  /** The last one, where there are more. */
  next: Type.Union([closed({ before: Instant, letter: Type.String() }), Type.Null()]),
});
export type Tray = Static<typeof TraySchema>;

const Hour = Type.String({ pattern: '^\\d\\d:\\d\\d$' });
const MailingSchema = closed({
  /** Nothing goes out to visitors. */
  isStopped: Type.Boolean(),
  /** Letters to visitors in a minute; null for as many as the post office takes. */
  perMinute: Type.Union([Type.Integer({ minimum: 1, maximum: 10_000 }), Type.Null()]),
  quiet: Type.Union([closed({ from: Hour, until: Hour, zone: Type.String({ maxLength: 60 }) }), Type.Null()]),
});
export type Mailing = Static<typeof MailingSchema>;

const Short = Type.String({ maxLength: 200 });
const ArrivesSchema = closed({
  /** Of the visitor it is shown for. */
  to: Type.String(),
  from: Type.String(),
  replyTo: Type.String(),
  subject: Type.String(),
  preview: Type.String(),
  text: Type.String(),
  /** The HTML part. */
  bytes: Count,
  /** Whether this visitor gets it. */
  isSent: Type.Boolean(),
  /** What filters against unwanted mail dislike in it. */
  disliked: Type.Array(Type.String()),
  /** Visitors it can be shown for: `run RUN`, or made up, `outcome OUTCOME`. */
  visitors: Type.Array(closed({ id: Type.String(), name: Type.String() })),
});
/** A letter of the draft as it would arrive. */
export type Arrives = Static<typeof ArrivesSchema>;

export const letters = {
  'GET /api/quizzes/{quiz}/letters': contract({
    query: closed({
      state: optional(StateSchema),
      /** In the address or the subject. */
      search: optional(Short),
      before: optional(Instant),
      letter: optional(Short),
    }),
    answer: TraySchema,
  }),
  /** Sends a test of a letter. */
  'POST /api/quizzes/{quiz}/letters': contract({
    body: closed({
      message: Type.String({ maxLength: 60 }),
      to: Type.String({ maxLength: 300 }),
      /** As in `visitors` of how it arrives. */
      for: optional(Short),
    }),
    answer: closed({ sent: Type.String() }),
  }),
  /** Sends a letter again that has not arrived. */
  'POST /api/quizzes/{quiz}/letters/{letter}': contract({ answer: closed({ queued: Type.String() }) }),
  /** Sends all again that have failed. */
  'POST /api/quizzes/{quiz}/letters/failed': contract({ answer: closed({ queued: Count }) }),
  'GET /api/quizzes/{quiz}/messages/{message}': contract({
    query: closed({ for: optional(Short) }),
    answer: ArrivesSchema,
  }),
  'GET /api/mailing': contract({ answer: MailingSchema }),
  'PUT /api/mailing': contract({ body: MailingSchema, answer: MailingSchema }),
};
