/** Everybody who left a contact, over all quizzes of a workspace. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Count, Day, FileSchema, Instant } from './kit';
import { StateSchema } from './letters';

/** A quiz that somebody took, and what it came to. */
const TakenSchema = closed({
  run: Type.String(),
  quiz: Type.String(),
  title: Type.String(),
  at: Instant,
  finished: Type.Boolean(),
  /** The names of the outcomes that came out. */
  outcomes: Type.Array(Type.String()),
});

const ContactLineSchema = closed({
  id: Type.String(),
  name: Type.String(),
  email: Type.String(),
  lastAt: Instant,
  agreed: Type.Boolean(),
  /** The newest ones. */
  taken: Type.Array(TakenSchema),
});
export type ContactLine = Static<typeof ContactLineSchema>;

const LeftSchema = closed({
  id: Type.String(),
  name: Type.String(),
  email: Type.String(),
  firstAt: Instant,
  lastAt: Instant,
  /** What was left, by the label of its field. */
  fields: Type.Array(closed({ label: Type.String(), value: Type.String() })),
  /** What was agreed to, in the words that stood there: the title of the quiz, and the page around it where that is kept. */
  consent: Type.Union([
    closed({ text: Type.String(), version: Type.Integer(), at: Instant, quiz: Type.String(), page: Type.String() }),
    Type.Null(),
  ]),
  /** When the link in a letter to the address was followed, where one was sent. */
  confirmedAt: Type.Union([Instant, Type.Null()]),
  /** They want no more letters. */
  isUnsubscribed: Type.Boolean(),
});
export type Left = Static<typeof LeftSchema>;

const ContactSchema = closed({
  ...LeftSchema.properties,
  /** What was left under other names or addresses by who is the same person. */
  joined: Type.Array(LeftSchema),
  taken: Type.Array(
    closed({
      ...TakenSchema.properties,
      source: Type.String(),
      /** What came along in the address or from an earlier quiz. */
      known: Type.Record(Type.String(), Type.String()),
      files: Type.Array(FileSchema),
    }),
  ),
  letters: Type.Array(
    closed({
      id: Type.String(),
      quiz: Type.String(),
      subject: Type.String(),
      at: Instant,
      state: StateSchema,
    }),
  ),
  /** On how many lists of those who may take a quiz the address stands. */
  lists: Count,
});
export type Contact = Static<typeof ContactSchema>;

const Short = Type.String({ maxLength: 200 });
const Filters = {
  search: optional(Short),
  quiz: optional(Short),
  /** `VERDICT OUTCOME` of the quiz. */
  outcome: optional(Short),
  agreed: optional(oneOf('yes')),
  /** A day, YYYY-MM-DD, UTC: who was here on it or later. */
  since: optional(Day),
};

export const people = {
  'GET /api/people': contract({
    query: closed({
      ...Filters,
      /** The last one of the page before. */
      before: optional(Instant),
      contact: optional(Short),
    }),
    answer: closed({
      people: Type.Array(ContactLineSchema),
      next: Type.Union([closed({ before: Instant, contact: Type.String() }), Type.Null()]),
      /** How many there are; no more than 10,000 are counted, and none for a later page. */
      count: Count,
      /** Of the quiz that is asked for. */
      outcomes: Type.Array(closed({ id: Type.String(), name: Type.String() })),
    }),
  }),
  'GET /api/people/{contact}': contract({ answer: ContactSchema }),
  /** Says that two are one person. @throws 409 where either is joined to a third */
  'PUT /api/people/{contact}/joined/{other}': contract({ answer: ContactSchema }),
  /** Lets them be two again. */
  'DELETE /api/people/{contact}/joined/{other}': contract({ answer: ContactSchema }),
  /** Takes everything of somebody away. What they counted for stays counted. */
  'DELETE /api/people/{contact}': contract({ answer: closed({ runs: Count, letters: Count, lists: Count }) }),
};
