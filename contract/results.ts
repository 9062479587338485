/** What came of a quiz: figures, people. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from '../core/schema/kit';
import type { QuestionKind } from '../core/schema/quiz';
import { contract } from './contract';
import { Count, FileSchema, Instant } from './kit';

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

const ViewsSchema = closed({
  views: Type.Array(
    closed({ name: Type.String(), where: Type.String(), against: Type.Union([Type.String(), Type.Null()]) }),
  ),
});
const SplitSchema = closed({
  name: Type.String(),
  ...{ seen: Count, started: Count, finished: Count, contact: Count, offer: Count },
});
/** What is true of the runs that figures are of (`readConditions`); absent of all. */
const WhereSchema = closed({ where: optional(Type.String({ maxLength: 6_000 })) });

const BarSchema = closed({ ...ShareSchema.properties, right: optional(Type.Boolean()) });
const NamedSchema = { id: Type.String(), name: Type.String() };
const NumbersSchema = closed({
  as: oneOf('numbers'),
  bins: Type.Array(closed({ from: Type.Number(), to: Type.Number(), count: Count })),
  summary: Type.Union([
    closed({ mean: Type.Number(), low: Type.Number(), median: Type.Number(), high: Type.Number() }),
    Type.Null(),
  ]),
  target: optional(Type.Tuple([Type.Number(), Type.Number()])),
});
/** What is drawn of a question (`core/questions/drawing.ts`). */
export const DrawingSchema = Type.Union([
  closed({ as: oneOf('bars'), of: oneOf('answers', 'right'), bars: Type.Array(BarSchema) }),
  NumbersSchema,
  closed({ as: oneOf('days'), days: Type.Array(Type.Tuple([Type.String(), Count])) }),
  closed({
    as: oneOf('places'),
    keyed: Type.Boolean(),
    items: Type.Array(
      closed({
        ...NamedSchema,
        mean: Type.Union([Type.Number(), Type.Null()]),
        first: Count,
        places: Type.Array(Count),
      }),
    ),
  }),
  closed({
    as: oneOf('cells'),
    rows: Type.Array(closed(NamedSchema)),
    columns: Type.Array(closed(NamedSchema)),
    counts: Type.Array(Type.Array(Count)),
    right: optional(Type.Array(Type.Array(Type.Boolean()))),
  }),
  closed({
    as: oneOf('points'),
    picture: Type.Union([closed({ src: Type.String(), text: Type.String() }), Type.Null()]),
    points: Type.Array(closed({ x: Type.Number(), y: Type.Number(), count: Count })),
    bars: Type.Array(BarSchema),
  }),
  closed({ as: oneOf('words') }),
]);

const seconds = Type.Union([Type.Number(), Type.Null()]);
const quartiles = { low: seconds, median: seconds, high: seconds };

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
  /** The same questions as they are drawn and judged. */
  drawn: Type.Array(
    closed({
      ...NamedSchema,
      answered: Count,
      skipped: optional(Count),
      right: optional(BarSchema),
      pending: Count,
      said: Type.Array(Type.String()),
      drawing: DrawingSchema,
    }),
  ),
  /** Marks and topics, by tenths and fifths of what can be reached. */
  spreads: Type.Array(
    closed({ ...NamedSchema, decided: Count, bars: Type.Array(BarSchema), earned: NumbersSchema, knew: NumbersSchema }),
  ),
  /** How runs ended otherwise than on the last page, and pages that were come to again. */
  ends: Type.Array(closed({ id: Type.String(), words: Type.String(), count: Count })),
  /** Seconds by page, and of all who finished, by quarters; null beyond half an hour for a page, or an hour. */
  pace: closed({
    pages: Type.Array(closed({ ...NamedSchema, runs: Count, ...quartiles })),
    all: Type.Union([closed({ runs: Count, ...quartiles, bars: Type.Array(BarSchema) }), Type.Null()]),
  }),
  /** What was left in contact forms: all fields, then each choice. */
  fields: Type.Array(closed({ ...NamedSchema, of: Count, bars: Type.Array(BarSchema) })),
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
  /** Runs that have yet to be counted. */
  counting: Count,
  /** Runs of people on the list of those who may take it. */
  listed: Count,
  /** Runs that count nowhere, because all signs say that a machine took them. */
  machines: Count,
  /** The figures that tell which ways were taken, by the keys of `countsOf`. */
  ways: Type.Record(Type.String(), Count),
});
/** What Findings shows. */
export type Findings = Static<typeof FindingsSchema>;
export type DrawnQuestion = Findings['drawn'][number];
export type Drawing = DrawnQuestion['drawing'];
export type Bar = Static<typeof BarSchema>;

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
  /** By whose key it is scored, where that is another's. */
  keyEdition: optional(Type.Integer({ minimum: 1 })),
  seenAt: Instant,
  lastAt: Instant,
  source: Type.String(),
  /** The one it was taken in, of a quiz that is in several. */
  language: optional(Type.String()),
  traces: closed({ page: optional(Type.String()), device: optional(Type.String()), region: optional(Type.String()) }),
  finished: Type.Boolean(),
  standsAt: Type.String(),
  /** What colleagues noted to themselves. */
  note: optional(closed({ words: Type.String(), by: Type.String(), at: Instant })),
  contact: Type.Record(Type.String(), Type.String()),
  /** What was left as files, in bytes. */
  files: Type.Array(FileSchema),
  answers: Type.Array(
    closed({
      id: Type.String(),
      question: Type.String(),
      answer: Type.String(),
      seconds: points,
      /** Of a question with a key: what it was worth, of how many marks, and what is right. */
      marked: optional(
        closed({
          awarded: Type.Number(),
          of: Type.Number(),
          is: oneOf('right', 'part', 'wrong', 'pending'),
          right: Type.String(),
          /** Whoever set these marks by hand. */
          by: optional(closed({ name: Type.String(), at: Instant, note: Type.String() })),
        }),
      ),
    }),
  ),
  /** Of a quiz in which anything is right. */
  marks: optional(closed({ awarded: Type.Number(), of: Type.Number(), percent: points })),
  verdicts: Type.Array(closed({ id: Type.String(), name: Type.String(), outcomes: Type.Array(Type.String()) })),
  known: Type.Array(closed({ name: Type.String(), value: Type.String() })),
  /** The pages in the order in which they were come to. */
  way: Type.Array(Type.String()),
  scales: Type.Array(closed({ id: Type.String(), name: Type.String(), points, lowest: points, highest: points })),
  tallies: Type.Array(closed({ id: Type.String(), name: Type.String(), points: Type.Number(), won: Type.Boolean() })),
});
/** One run, read out. */
export type Person = Static<typeof PersonSchema>;

/** Of those who chose an answer, and of the others, how many reached something; the difference of the shares with its interval. */
const comparedCounts = {
  ...{ chose: Count, reached: Count, others: Count, othersReached: Count },
  ...{ difference: Type.Number(), low: Type.Number(), high: Type.Number(), p: Type.Number() },
};
const ChangedSchema = closed({ question: Type.String(), answer: Type.String() });
const TurnSchema = closed({ changes: Type.Array(ChangedSchema), outcome: Type.String() });
/** Why a run came to its outcomes (`core/rehearsal/why.ts`), in words. */
const WhySchema = closed({
  verdicts: Type.Array(
    closed({
      ...{ id: Type.String(), name: Type.String(), outcome: Type.String() },
      reasons: Type.Array(closed({ ...ChangedSchema.properties, points: Type.Number() })),
      closest: Type.Union([closed({ name: Type.String(), behind: Type.Number() }), Type.Null()]),
      decisive: Type.Array(TurnSchema),
      least: Type.Union([TurnSchema, Type.Null()]),
      isAll: Type.Boolean(),
    }),
  ),
});

const QueueSchema = closed({
  prompt: Type.String(),
  /** The most marks there are. */
  of: Type.Number(),
  /** What waits, equal words once, what most have written first. `runs` are some of those who wrote it. */
  answers: Type.Array(closed({ words: Type.String(), count: Count, runs: Type.Array(Type.String()), since: Instant })),
  /** Whether these are all that wait. */
  isAll: Type.Boolean(),
  /** What was marked last, the newest first; what was marked at once stands together. */
  marked: Type.Array(
    closed({
      runs: Type.Array(Type.String()),
      words: Type.String(),
      marks: Type.Number(),
      note: Type.String(),
      at: Instant,
      by: Type.String(),
    }),
  ),
});
export type ReviewQueue = Static<typeof QueueSchema>;

/** What another key makes of runs (`core/stats/rescoring.ts`), in words. */
const changes = {
  ...{ runs: Count, changed: Count },
  /** In how many runs there are more marks, or fewer; and the sum of all before and after. */
  marks: closed({ more: Count, fewer: Count, before: Type.Number(), after: Type.Number() }),
  verdicts: Type.Array(
    closed({
      ...NamedSchema,
      outcomes: Type.Array(closed({ ...NamedSchema, before: Count, after: Count })),
      /** The most runs first. */
      moved: Type.Array(closed({ from: Type.String(), to: Type.String(), runs: Count })),
    }),
  ),
  /** Those alone in which anything changes. */
  questions: Type.Array(closed({ ...NamedSchema, more: Count, fewer: Count })),
};
const RescoringsSchema = closed({
  /** The live one, whose key would count; null before it is published. */
  edition: Type.Union([Type.Integer(), Type.Null()]),
  /** Finished runs that are scored by an older one. */
  runs: Count,
  /** The newest first. */
  rescorings: Type.Array(
    closed({
      ...{ rescoring: Type.Integer(), edition: Type.Integer() },
      state: oneOf('looking', 'seen', 'applying', 'applied', 'undoing', 'undone', 'dropped'),
      /** Runs that were gone through in this state, of how many. */
      ...{ done: Count, of: Count },
      ...{ at: Instant, by: Type.String() },
      /** Of the newest alone. */
      changes: Type.Union([
        closed({
          ...changes,
          /** The first of those who are concerned. */
          who: Type.Array(
            closed({
              ...{ run: Type.String(), name: Type.String(), before: Type.Number(), after: Type.Number() },
              outcomes: Type.Array(closed({ from: Type.String(), to: Type.String() })),
            }),
          ),
        }),
        Type.Null(),
      ]),
    }),
  ),
});

export const results = {
  /** Runs of old, scored by the key of the live edition: looked at by POST, applied, stopped and undone by PUT. */
  'GET /api/quizzes/{quiz}/rescorings': contract({ answer: RescoringsSchema }),
  'POST /api/quizzes/{quiz}/rescorings': contract({ answer: RescoringsSchema }),
  'PUT /api/quizzes/{quiz}/rescorings/{rescoring}': contract({
    body: closed({ do: oneOf('apply', 'stop', 'undo') }),
    answer: RescoringsSchema,
  }),
  /** What would change if one more answer to a question were right: of a choice by its id, else in words. The newest runs are looked at. */
  'GET /api/quizzes/{quiz}/what-if/{question}': contract({
    query: closed({ option: optional(Type.String()), words: optional(Type.String({ maxLength: 300 })) }),
    answer: closed({ ...changes, isAll: Type.Boolean() }),
  }),
  /** The questions whose answers a person marks, and how many wait. */
  'GET /api/quizzes/{quiz}/reviews': contract({
    answer: closed({ questions: Type.Array(closed({ ...NamedSchema, waiting: Count })) }),
  }),
  'GET /api/quizzes/{quiz}/reviews/{question}': contract({ answer: QueueSchema }),
  /** Marks all that wait with the same words, or the answers of some runs; null takes that back. */
  'PUT /api/quizzes/{quiz}/reviews/{question}': contract({
    body: closed({
      words: optional(Type.String({ maxLength: 20_000 })),
      runs: optional(Type.Array(Type.String({ maxLength: 100 }), { minItems: 1, maxItems: 1_000 })),
      marks: Type.Union([Type.Number({ minimum: 0, maximum: 1_000 }), Type.Null()]),
      /** To the visitor. */
      note: optional(Type.String({ maxLength: 2_000 })),
    }),
    answer: closed({ ...QueueSchema.properties, done: Count }),
  }),
  /** Null before it is published. */
  'GET /api/quizzes/{quiz}/findings': contract({
    /** `others`: of all runs of which that is not true. */
    query: closed({ ...WhereSchema.properties, others: optional(oneOf('yes')) }),
    answer: closed({ findings: Type.Union([FindingsSchema, Type.Null()]) }),
  }),
  /** The runs that are meant by the day of their first sight (UTC), and by where they came from; and what all runs can be told apart by. */
  'GET /api/quizzes/{quiz}/splits': contract({
    query: WhereSchema,
    answer: closed({
      choices: closed({
        editions: Type.Array(Type.Integer()),
        /** The most frequent first; '' of those who came directly. */
        sources: Type.Array(Type.String()),
        languages: Type.Array(Type.String()),
      }),
      /** In their order. */
      days: Type.Array(SplitSchema),
      /** The newest two days hour by hour, named as `2026-05-01T14` (UTC). */
      hours: Type.Array(SplitSchema),
      sources: Type.Array(SplitSchema),
    }),
  }),
  /** Filters that were given a name. */
  'GET /api/quizzes/{quiz}/views': contract({ answer: ViewsSchema }),
  'PUT /api/quizzes/{quiz}/views/{view}': contract({
    body: closed({
      where: Type.String({ maxLength: 6_000 }),
      /** Of the group beside it; null where there is none. */
      against: Type.Union([Type.String({ maxLength: 6_000 }), Type.Null()]),
    }),
    answer: ViewsSchema,
  }),
  'DELETE /api/quizzes/{quiz}/views/{view}': contract({ answer: ViewsSchema }),
  /** Null before it is published. */
  'GET /api/quizzes/{quiz}/patterns': contract({
    query: WhereSchema,
    answer: closed({
      patterns: Type.Union([
        closed({
          edition: Type.Integer({ minimum: 1 }),
          runs: Count,
          /** Runs that were read one by one, the newest: for all but pairs of answers and outcomes. */
          read: Count,
          /** Of these, the newest that were gone through again with other answers, for what decides. */
          walked: Count,
          tests: Count,
          method: oneOf('Holm', 'Benjamini–Hochberg'),
          /** The largest difference first. */
          found: Type.Array(
            closed({
              verdict: Type.String(),
              outcome: Type.String(),
              question: Type.String(),
              option: Type.String(),
              ...comparedCounts,
            }),
          ),
          questions: Type.Array(
            closed({ ...NamedSchema, answered: Count, difficulty: Type.Number(), discrimination: points }),
          ),
          scales: Type.Array(closed({ ...NamedSchema, mean: points, sd: points, alpha: points })),
          /** Answers to two questions of all finished runs of the edition that go together, or do not, by more than chance. */
          together: closed({
            tests: Count,
            method: oneOf('Holm', 'Benjamini–Hochberg'),
            found: Type.Array(
              closed({
                ...{ question: Type.String(), option: Type.String(), other: Type.String(), otherOption: Type.String() },
                ...comparedCounts,
              }),
            ),
          }),
          /** Each two scales, the strongest correlation first. */
          links: closed({
            method: oneOf('Holm', 'Benjamini–Hochberg'),
            found: Type.Array(
              closed({
                ...{ one: Type.String(), other: Type.String(), n: Count, r: Type.Number() },
                ...{ low: Type.Number(), high: Type.Number(), p: Type.Number() },
              }),
            ),
          }),
          /** Groups of visitors who answer alike, the largest first; none where answers are no more alike than by chance. */
          alike: closed({
            ...{ runs: Count, silhouette: points },
            groups: Type.Array(
              closed({
                /** The run that it is named by: the one in its middle, once it has a name always the same; the name, '' where it has none. */
                ...{ run: Type.String(), name: Type.String(), runs: Count },
                answers: Type.Array(
                  closed({
                    ...{ question: Type.String(), option: Type.String() },
                    ...{ chose: Count, of: Count, others: Count, othersOf: Count },
                  }),
                ),
                outcomes: Type.Array(BarSchema),
              }),
            ),
          }),
          /** In how many of the runs that were looked at another answer to a question alone would have led to another outcome. */
          deciding: Type.Array(closed({ ...NamedSchema, questions: Type.Array(BarSchema) })),
        }),
        Type.Null(),
      ]),
    }),
  }),
  /** Names a group of visitors who answer alike, by the run that stands for it; an empty name takes it away. */
  'PUT /api/quizzes/{quiz}/groups/{run}': contract({
    body: closed({ name: Type.String({ maxLength: 80 }) }),
    answer: closed({}),
  }),
  /** Words of visitors' own, the most frequent first, of the newest runs. */
  'GET /api/quizzes/{quiz}/words/{question}': contract({
    query: WhereSchema,
    answer: closed({
      /** Runs that were read, and whether there are more. */
      read: Count,
      isAll: Type.Boolean(),
      words: Type.Array(
        closed({ words: Type.String(), count: Count, right: Type.Union([Type.Boolean(), Type.Null()]) }),
      ),
    }),
  }),
  /** Those who started, newest first; `before` and `run` name the last one of the page before. */
  'GET /api/quizzes/{quiz}/people': contract({
    query: closed({
      before: optional(Type.String()),
      run: optional(Type.String()),
      /** In what they left: a name, an address. */
      search: optional(Type.String({ maxLength: 200 })),
      ...WhereSchema.properties,
    }),
    answer: PeopleSchema,
  }),
  'GET /api/quizzes/{quiz}/people/{run}': contract({ answer: PersonSchema }),
  'GET /api/quizzes/{quiz}/people/{run}/why': contract({ answer: WhySchema }),
  /** Takes a run away with all that is of it, out of the figures too. */
  'DELETE /api/quizzes/{quiz}/people/{run}': contract({ answer: closed({}) }),
  /** A note of the house's own; an empty one takes it away. */
  'PUT /api/quizzes/{quiz}/people/{run}/note': contract({
    body: closed({ words: Type.String({ maxLength: 2_000 }) }),
    answer: closed({}),
  }),
};
