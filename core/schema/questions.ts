/** Conditions, and the kinds of question. */
import { Type, type Static } from '@sinclair/typebox';
import { byField, closed, Id, Line, oneOf, optional, Seconds, Share, shared } from './kit';
import { Media, Picture, RichText } from './text';

// Conditions.
export const bound = {
  lt: optional(Type.Number()),
  le: optional(Type.Number()),
  gt: optional(Type.Number()),
  ge: optional(Type.Number()),
  eq: optional(Type.Number()),
};
/** `lt: "most"` and `ge: "most"` compare with the highest possible. */
export const boundOrMost = {
  ...bound,
  lt: optional(Type.Union([Type.Number(), Type.Literal('most')])),
  ge: optional(Type.Union([Type.Number(), Type.Literal('most')])),
};
export const Ids = Type.Union([Id, Type.Array(Id, { minItems: 1, maxItems: 200 })]);
/** `right`: the number of questions that are right; of marks alone. */
export const Unit = oneOf('points', 'percent', 'right');

export const ConditionTree = Type.Recursive(
  (This) =>
    Type.Union([
      closed({ all: Type.Array(This, { maxItems: 100 }) }),
      closed({ any: Type.Array(This, { maxItems: 100 }) }),
      closed({ not: This }),
      closed({
        answer: Id,
        is: optional(Ids),
        isAny: optional(Ids),
        isAll: optional(Ids),
        isNone: optional(Ids),
        answered: optional(Type.Boolean()),
        right: optional(Type.Boolean()),
        contains: optional(Line),
        ...bound,
      }),
      closed({ scale: Id, unit: optional(Unit), ...boundOrMost }),
      closed({ topic: Id, of: Id, unit: optional(Unit), ...boundOrMost }),
      closed({ verdict: Id, is: Id }),
      closed({ known: Id, is: optional(Line), contains: optional(Line) }),
      closed({ contact: Id, answered: Type.Boolean() }),
      closed({ attempt: Type.Literal(true), ...bound }),
    ]),
  { $id: 'Condition' },
);
export type Condition = Static<typeof ConditionTree>;
export const Condition = shared('Condition', ConditionTree);

// Questions.
export const Weights = shared('Weights', Type.Record(Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' }), Type.Number()));
export const Folding = closed({
  /** é as e. */
  accents: optional(Type.Boolean()),
  /** Punctuation left out. */
  punctuation: optional(Type.Boolean()),
  /** So many typing slips are forgiven. */
  slips: optional(Type.Integer({ minimum: 0, maximum: 5 })),
});
/** A spelling that is accepted, with its credit (1 where it says none). */
export const Accepted = Type.Union([Line, closed({ text: Line, credit: optional(Share) })]);
export const Accept = shared('Accept', Type.Array(Accepted, { maxItems: 200 }));

export const Explain = shared(
  'Explain',
  closed({
    right: optional(RichText),
    wrong: optional(RichText),
    always: optional(RichText),
    /** A picture, sound or video that is shown with whichever of them is told, or by itself. */
    media: optional(Media),
  }),
);
export const question = {
  id: Id,
  /** The creator's own label; where empty, the prompt serves. */
  name: optional(Line),
  prompt: RichText,
  required: optional(Type.Boolean()),
  topic: optional(Id),
  media: optional(Media),
  hint: optional(RichText),
  showIf: optional(Condition),
  limit: optional(Seconds),
  /** Default 1. */
  marks: optional(Type.Number({ minimum: 0 })),
  /** Default 0. */
  penalty: optional(Type.Number({ minimum: 0 })),
  /** Default "all". */
  credit: optional(oneOf('all', 'share')),
  /** Number, slider, rating: the value times this is added. */
  weights: optional(Weights),
  /** The scale that the marks also count for. */
  marksTo: optional(Id),
  explain: optional(Explain),
  shuffle: optional(Type.Boolean()),
  /** Answers beside each other. */
  across: optional(Type.Integer({ minimum: 1, maximum: 6 })),
  /**
   * The creator's guess, for rehearsing alone: of a slider, rating or number without a key the value that visitors give on average, of a grid
   * without a key the mean place of the columns chosen, from 1, or where a row takes several how many it gets on average; of another question
   * with a key how many of a hundred have it right. A choice has guesses at its options instead, a ranking without a key at its items.
   */
  guess: optional(Type.Number()),
  /** The question of the bank that it follows, as long as nothing in it is changed here. */
  linked: optional(Id),
};

export const Percent = Type.Number({ minimum: 0, maximum: 100 });
export const Option = closed({
  id: Id,
  text: Line,
  picture: optional(Picture),
  /** 1 right, between partly, 0 or absent wrong. */
  credit: optional(Share),
  /** What choosing it adds, by scale or outcome. */
  weights: optional(Weights),
  /** The creator's guess of how many of a hundred visitors choose it; for rehearsing alone. */
  guess: optional(Percent),
});
export const Choice = shared(
  'choice',
  closed({
    ...question,
    kind: oneOf('choice'),
    pick: oneOf('one', 'many'),
    as: optional(oneOf('list', 'pictures', 'drop-down', 'yes-no')),
    options: Type.Array(Option, { maxItems: 200 }),
    min: optional(Type.Integer({ minimum: 0 })),
    max: optional(Type.Integer({ minimum: 1 })),
    /** Adds "something else" with free entry, known by the id `other`. */
    other: optional(Type.Boolean()),
  }),
);
export const typed = { fold: optional(Folding), reviewRest: optional(Type.Boolean()) };
export const Text = shared('text', closed({ ...question, kind: oneOf('text'), accept: optional(Accept), ...typed }));
export const Essay = shared('essay', closed({ ...question, kind: oneOf('essay'), review: optional(Type.Boolean()) }));
export const measured = {
  target: optional(Type.Number()),
  within: optional(Type.Number({ minimum: 0 })),
  withinPercent: optional(Type.Number({ minimum: 0 })),
  min: optional(Type.Number()),
  max: optional(Type.Number()),
  step: optional(Type.Number({ exclusiveMinimum: 0 })),
  reverse: optional(Type.Boolean()),
};
export const NumberQuestion = shared('number', closed({ ...question, kind: oneOf('number'), ...measured }));
export const Slider = shared('slider', closed({ ...question, kind: oneOf('slider'), ...measured }));
export const Rating = shared(
  'rating',
  closed({
    ...question,
    kind: oneOf('rating'),
    as: optional(oneOf('stars', 'steps', 'numbers')),
    /** Default 1. */
    min: optional(Type.Integer()),
    /** Default 5. */
    max: optional(Type.Integer()),
    reverse: optional(Type.Boolean()),
  }),
);
export const Moment = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}Z$' });
export const Day = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' });
export const DateQuestion = shared(
  'date',
  closed({
    ...question,
    kind: oneOf('date'),
    target: optional(Day),
    within: optional(Type.Number({ minimum: 0 })),
    min: optional(Day),
    max: optional(Day),
  }),
);
export const Side = closed({ id: Id, text: Line, picture: optional(Picture) });
export const Order = shared(
  'order',
  closed({
    ...question,
    kind: oneOf('order'),
    /** In their right order. `weights`: added once for the last place, twice for the one above it, and so on. */
    items: Type.Array(
      closed({
        id: Id,
        text: Line,
        picture: optional(Picture),
        weights: optional(Weights),
        /** Of a ranking: the creator's guess of how many of a hundred visitors put it first; for rehearsing alone. */
        guess: optional(Percent),
      }),
      { maxItems: 60 },
    ),
    /** false for a ranking of wishes. */
    keyed: optional(Type.Boolean()),
  }),
);
export const Match = shared(
  'match',
  closed({
    ...question,
    kind: oneOf('match'),
    pairs: Type.Array(closed({ left: Side, right: Side }), { maxItems: 60 }),
    /** Right sides that fit nothing. */
    extras: optional(Type.Array(Side, { maxItems: 60 })),
  }),
);
export const Gaps = shared(
  'gaps',
  closed({
    ...question,
    kind: oneOf('gaps'),
    /** The text in which the gaps stand as nodes. */
    text: RichText,
    gaps: Type.Array(closed({ id: Id, accept: optional(Accept) }), { maxItems: 60 }),
    ...typed,
  }),
);
export const Grid = shared(
  'grid',
  closed({
    ...question,
    kind: oneOf('grid'),
    pick: optional(oneOf('one', 'many')),
    rows: Type.Array(closed({ id: Id, text: Line, weights: optional(Weights), reverse: optional(Type.Boolean()) }), {
      maxItems: 100,
    }),
    columns: Type.Array(closed({ id: Id, text: Line, value: optional(Type.Number()) }), { maxItems: 30 }),
    /** The right columns of each row. */
    key: optional(Type.Record(Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' }), Type.Array(Id, { maxItems: 30 }))),
  }),
);
export const Point = Type.Unsafe<[number, number]>({ type: 'array', items: Share, minItems: 2, maxItems: 2 });
/** In shares of the picture's width and height. A circle's radius is a share of the width. */
export const Region = Type.Union([
  closed({ x: Share, y: Share, width: Share, height: Share }),
  closed({ x: Share, y: Share, r: Share }),
  closed({ points: Type.Array(Point, { minItems: 3, maxItems: 200 }) }),
]);
export const Spots = shared(
  'spots',
  closed({
    ...question,
    kind: oneOf('spots'),
    picture: optional(Picture),
    /** With `accept` the place `at` is to be named; with `region` it is to be pointed at, `text` saying what. */
    spots: Type.Array(
      closed({ id: Id, text: optional(Line), at: optional(Point), accept: optional(Accept), region: optional(Region) }),
      { maxItems: 60 },
    ),
    ...typed,
  }),
);
export const questionKinds = [
  Choice,
  Text,
  Essay,
  NumberQuestion,
  Slider,
  Rating,
  DateQuestion,
  Order,
  Match,
  Gaps,
  Grid,
  Spots,
] as const;
export const Question = byField('kind', ...questionKinds);
