/** What a visitor sends: its JSON Schema and its types, from one source. Whether an answer fits its question is for the core to say. */
import { type Static, Type } from '@sinclair/typebox';
import { closed } from '../schema/kit';
import { AnswerSchema } from '../schema/answer';
import { LONGEST_ESSAY } from '../schema/longest';

const Id = Type.String({ maxLength: 60 });
const Text = Type.String({ maxLength: LONGEST_ESSAY });

const Answers = Type.Record(Type.String(), AnswerSchema, { maxProperties: 200 });

const ContactGivenSchema = Type.Union([
  closed({ skipped: Type.Literal(true) }),
  closed({
    fields: Type.Record(Type.String(), Text, { maxProperties: 20 }),
    consent: Type.Optional(Type.Integer({ minimum: 1, maximum: 2 ** 31 - 1 })),
  }),
]);
export type ContactGiven = Static<typeof ContactGivenSchema>;

/** `page` says what they were looking at, so that a late request cannot answer another page. */
export const SentSchema = Type.Union([
  closed({
    do: Type.Literal('go'),
    page: Id,
    answers: Type.Optional(Answers),
    contact: Type.Optional(Type.Record(Type.String(), ContactGivenSchema, { maxProperties: 20 })),
  }),
  closed({ do: Type.Literal('back'), page: Id }),
  /** Looking over all answers before they are sent: back to this page, to change what stands there. */
  closed({ do: Type.Literal('change'), page: Id }),
  /** The time of the page, or of the whole quiz, is over: what is filled in is taken as it stands. */
  closed({
    do: Type.Literal('time'),
    of: Type.Union([Type.Literal('page'), Type.Literal('quiz')]),
    page: Id,
    answers: Type.Optional(Answers),
  }),
  /** An offer was taken: of an outcome, or of a block of that id. */
  closed({ do: Type.Literal('offer'), outcome: Id }),
]);
export type Sent = Static<typeof SentSchema>;
