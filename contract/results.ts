/** What came of a quiz: figures, people. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from '../core/schema/kit';
import type { QuestionKind } from '../core/schema/quiz';
import { contract } from './contract';
import { Count, Instant } from './kit';

/** A count as a share, with the bounds of its 95 % interval. */
const ShareSchema = closed({
  id: Type.String(),
  name: Type.String(),
  count: Count,
  share: Type.Number(),
  low: Type.Number(),
  high: Type.Number(),
});
export type Share = Static<typeof ShareSchema>;

const FindingsSchema = closed({
  journey: Type.Array(
    closed({ key: Type.String(), name: Type.String(), count: Count, lost: Type.Integer(), entered: Count }),
  ),
  questions: Type.Array(
    closed({
      id: Type.String(),
      name: Type.String(),
      kind: Type.Unsafe<QuestionKind>({ type: 'string' }),
      many: Type.Boolean(),
      answered: Count,
      options: Type.Array(ShareSchema),
      /** How often each value was given, each cell of a grid chosen, or each item put at each place. */
      values: optional(Type.Record(Type.String(), Count)),
      /** How many had a question right that has a key and no options. */
      right: optional(Count),
    }),
  ),
  outcomes: Type.Array(
    closed({ verdict: Type.String(), name: Type.String(), decided: Count, outcomes: Type.Array(ShareSchema) }),
  ),
  /** How many took each offer, of those who started. */
  offers: Type.Array(ShareSchema),
  /** The two editions that are shown side by side, since they are; null where one is shown to everybody. */
  versions: Type.Union([
    closed({
      since: Instant,
      editions: Type.Tuple([Type.Integer(), Type.Integer()]),
      compared: Type.Array(
        closed({
          key: oneOf('finished', 'contact'),
          counts: Type.Tuple([Count, Count]),
          of: Type.Tuple([Count, Count]),
          difference: Type.Union([
            closed({ by: Type.Number(), low: Type.Number(), high: Type.Number(), p: Type.Number() }),
            Type.Null(),
          ]),
          better: Type.Union([Type.Integer(), Type.Null()]),
        }),
      ),
    }),
    Type.Null(),
  ]),
  /** Runs that count nowhere, because all signs say that a machine took them. */
  machines: Count,
  /** The figures that tell which ways were taken, by the keys of `countsOf`. */
  ways: Type.Record(Type.String(), Count),
});
/** What Findings shows. */
export type Findings = Static<typeof FindingsSchema>;

const PersonLineSchema = closed({
  /** Somebody tried it: it counts nowhere. */
  isTrial: Type.Boolean(),
  /** By all signs a machine took it: it counts nowhere. */
  isMachine: Type.Boolean(),
  runId: Type.String(),
  lastAt: Instant,
  source: Type.String(),
  finished: Type.Boolean(),
  pages: Count,
  name: Type.String(),
  email: Type.String(),
  outcomes: Type.Array(Type.String()),
});
export type PersonLine = Static<typeof PersonLineSchema>;
const PeopleSchema = closed({
  people: Type.Array(PersonLineSchema),
  next: Type.Union([closed({ lastAt: Instant, runId: Type.String() }), Type.Null()]),
});
export type People = Static<typeof PeopleSchema>;

const points = Type.Union([Type.Number(), Type.Null()]);
const PersonSchema = closed({
  runId: Type.String(),
  edition: Type.Integer({ minimum: 1 }),
  seenAt: Instant,
  lastAt: Instant,
  source: Type.String(),
  /** The one it was taken in, of a quiz that is in several. */
  language: optional(Type.String()),
  traces: closed({ page: optional(Type.String()), device: optional(Type.String()), region: optional(Type.String()) }),
  finished: Type.Boolean(),
  standsAt: Type.String(),
  contact: Type.Record(Type.String(), Type.String()),
  answers: Type.Array(closed({ question: Type.String(), answer: Type.String(), seconds: points })),
  scales: Type.Array(closed({ id: Type.String(), name: Type.String(), points, lowest: points, highest: points })),
  tallies: Type.Array(closed({ id: Type.String(), name: Type.String(), points: Type.Number(), won: Type.Boolean() })),
});
/** One run, read out. */
export type Person = Static<typeof PersonSchema>;

export const results = {
  /** Null before it is published. */
  'GET /api/quizzes/{quiz}/findings': contract({
    answer: closed({ findings: Type.Union([FindingsSchema, Type.Null()]) }),
  }),
  /** Those who started, newest first; `before` and `run` name the last one of the page before. */
  'GET /api/quizzes/{quiz}/people': contract({
    query: closed({ before: optional(Type.String()), run: optional(Type.String()) }),
    answer: PeopleSchema,
  }),
  'GET /api/quizzes/{quiz}/people/{run}': contract({ answer: PersonSchema }),
};
