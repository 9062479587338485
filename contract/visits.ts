/** A visitor's pass through a quiz. The quiz is named in what is sent: the router takes half as long for an address that is always the same. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from '../core/schema/kit';
import type { BlockView, View } from '../core/flow/view';
import type { Refusal } from '../core/flow/faults';
import { SentSchema } from '../core/flow/sent';
import { contract } from './contract';

/** The longest ticket that a page without scripts carries. */
export const LONGEST_TICKET = 600;

/** How a request names a run: the address of its quiz, and the token that only the visitor's browser has. */
export const TOKEN = /^[A-Za-z0-9_-]{22,64}$/;
const run = { address: Type.String({ maxLength: 100 }), token: Type.String({ pattern: TOKEN.source }) };

/** Built field by field by core/flow/view.ts; here it is told that nothing stands beside what is named there. */
const ViewSchema = Type.Unsafe<View>(
  closed({
    quiz: closed({
      title: Type.String(),
      language: Type.String(),
      progress: Type.Boolean(),
      looksOver: Type.Boolean(),
    }),
    page: Type.Union([
      closed({
        id: Type.String(),
        stage: oneOf('ask', 'result'),
        button: Type.String(),
        blocks: Type.Array(Type.Unsafe<BlockView>({ type: 'object', required: ['kind', 'id'] })),
      }),
      Type.Null(),
    ]),
    progress: closed({ at: Type.Integer(), of: Type.Integer() }),
    asked: optional(Type.Integer()),
    back: Type.Boolean(),
    finished: Type.Boolean(),
    gate: optional(Type.Object({})),
    explained: optional(Type.Array(Type.Object({}))),
    out: optional(Type.Union([closed({ quiz: Type.String() }), closed({ url: Type.String() })])),
    answers: Type.Object({}),
    contact: Type.Object({}),
  }),
);

const StandingSchema = closed({
  seq: Type.Integer({ minimum: 0 }),
  edition: Type.Integer({ minimum: 1 }),
  view: ViewSchema,
  /** How long is left, where time is limited. Milliseconds. */
  clock: optional(closed({ of: oneOf('page', 'quiz'), left: Type.Number({ minimum: 0 }) })),
  /** The pages that come next for certain, to be gone on with while there is no connection. */
  ahead: optional(Type.Array(ViewSchema)),
});
/** Where a run stands, as the visitor's browser is told. */
export type Standing = Static<typeof StandingSchema>;

/** What is answered with 422: nothing was taken, and why. */
export type StepRefused = { code: 'refused'; message: string; refused: Refusal[]; standing: Standing };

const KeySchema = closed({
  /** Made and kept by the browser. */
  device: optional(Type.String({ pattern: TOKEN.source })),
  passcode: optional(Type.String({ maxLength: 200 })),
  person: optional(Type.String({ maxLength: 300 })),
  entry: optional(Type.String({ maxLength: 100 })),
  /** Of a link to try the quiz by. */
  try: optional(Type.String({ maxLength: 100 })),
});
/** What a visitor brings along to be let in. */
export type VisitorKey = Static<typeof KeySchema>;

export const visits = {
  /** Opens a run, or tells where the one of this token stands. */
  'POST /runs/open': contract({
    body: closed({
      ...run,
      params: Type.Record(Type.String(), Type.String({ maxLength: 2_000 }), { maxProperties: 61 }),
      source: Type.String({ maxLength: 200 }),
      /** The page the visitor came from, where the quiz keeps it. */
      page: optional(Type.String({ maxLength: 2_000 })),
      /** The edition whose first page the visitor has before them, or had here before. */
      shown: optional(Type.Integer({ minimum: 1 })),
      /** The language that it is to be in. Of a run that was begun before: where another one is asked for. */
      language: optional(Type.String({ maxLength: 40 })),
      /** What the visitor brings along to be let in. */
      key: optional(KeySchema),
      /** Of a page without scripts, whose run is to be gone on with. */
      ticket: optional(Type.String({ maxLength: LONGEST_TICKET })),
    }),
    largest: 64_000,
    answer: StandingSchema,
  }),
  /** Takes a file before its form is sent: a form of `address`, `token`, `block`, `field` and `file`. */
  'POST /runs/file': contract({ answer: closed({ value: Type.String() }) }),
  /** Takes the `seq`th thing that is sent in a run. */
  'POST /runs/step': contract({
    body: closed({
      ...run,
      seq: Type.Integer({ minimum: 1, maximum: 10_000 }),
      sent: SentSchema,
      /** The field that no person sees was filled in. */
      trap: optional(Type.Literal(true)),
      /** The work that an answer 428 has asked for. */
      proof: optional(Type.String({ maxLength: 100 })),
    }),
    largest: 64_000,
    answer: StandingSchema,
  }),
};
