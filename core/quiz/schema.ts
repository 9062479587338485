/**
 * The quiz document: its JSON Schema and its TypeScript types, from one source so that they cannot drift.
 * What each part means and computes is told in docs/format.md.
 */
import { Type, type Static, type TObject, type TProperties, type TSchema } from '@sinclair/typebox';

const closed = <T extends TProperties>(properties: T): TObject<T> =>
  Type.Object(properties, { additionalProperties: false });
const optional = Type.Optional;
const oneOf = <T extends string>(...values: T[]) => Type.Unsafe<T>({ type: 'string', enum: values });
/** Objects told apart by one of their fields, so that what is wrong is told of the one that was meant. */
const byField = <T extends TSchema[]>(field: string, ...kinds: T) =>
  Type.Unsafe<Static<T[number]>>({
    type: 'object',
    required: [field],
    discriminator: { propertyName: field },
    oneOf: kinds,
  });

/** Schemas that stand in many places are written once and referred to: compiling them each time would take seconds. */
const defs: Record<string, TSchema> = {};
function shared<T extends TSchema>(name: string, schema: T) {
  defs[name] = { ...schema, $id: name };
  return Type.Unsafe<Static<T>>({ $ref: name });
}

export const VERSION = 1;

/** Ids are short, stable for life, and never reused. `$`, `.` and `/` stay free for paths. */
const Id = Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' });
const Line = Type.String({ maxLength: 2_000 });
const Share = Type.Number({ minimum: 0, maximum: 1 });
const Seconds = Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 });

// Rich text.
const Mark = byField(
  'type',
  closed({ type: oneOf('bold') }),
  closed({ type: oneOf('italic') }),
  closed({
    type: oneOf('link'),
    attrs: closed({ href: Type.String({ maxLength: 2_000, pattern: '^(https?://|mailto:|/)' }) }),
  }),
);
const Insert = closed({
  type: oneOf('insert'),
  attrs: closed({
    value: oneOf('firstName', 'name', 'outcome', 'points', 'percent', 'answer', 'known', 'title'),
    /** The scale, verdict, question or known value that is meant. */
    ref: optional(Id),
    /** Stands where the value is empty. */
    fallback: Line,
  }),
});
const Gap = closed({ type: oneOf('gap'), attrs: closed({ gap: Id }) });
const Inline = shared(
  'Inline',
  byField(
    'type',
    closed({
      type: oneOf('text'),
      text: Type.String({ minLength: 1, maxLength: 20_000 }),
      marks: optional(Type.Array(Mark, { maxItems: 3 })),
    }),
    Insert,
    Gap,
    closed({ type: oneOf('hardBreak') }),
  ),
);
const Paragraph = shared(
  'Paragraph',
  closed({ type: oneOf('paragraph'), content: optional(Type.Array(Inline, { maxItems: 500 })) }),
);
const ListItem = shared(
  'ListItem',
  closed({ type: oneOf('listItem'), content: Type.Array(Paragraph, { maxItems: 20 }) }),
);
const list = <T extends string>(type: T) =>
  closed({ type: oneOf(type), content: Type.Array(ListItem, { maxItems: 100 }) });
const RichDoc = closed({
  type: oneOf('doc'),
  content: Type.Array(byField('type', Paragraph, list('bulletList'), list('orderedList')), { maxItems: 300 }),
});
const RichText = shared('RichText', Type.Union([Type.String({ maxLength: 20_000 }), RichDoc]));

const Source = Type.String({ maxLength: 2_000, pattern: '^(/[A-Za-z0-9_./-]+|https?://[^\\s]+)$' });
const Picture = shared(
  'Picture',
  closed({
    src: Source,
    /** What it shows, for those who cannot see it; "" where it only decorates. */
    text: Line,
  }),
);
const media = { picture: optional(Picture), sound: optional(Picture), video: optional(Picture) };
const Media = shared('Media', closed(media));

// Conditions.
const bound = {
  lt: optional(Type.Number()),
  le: optional(Type.Number()),
  gt: optional(Type.Number()),
  ge: optional(Type.Number()),
  eq: optional(Type.Number()),
};
/** `lt: "most"` and `ge: "most"` compare with the highest possible. */
const boundOrMost = {
  ...bound,
  lt: optional(Type.Union([Type.Number(), Type.Literal('most')])),
  ge: optional(Type.Union([Type.Number(), Type.Literal('most')])),
};
const Ids = Type.Union([Id, Type.Array(Id, { minItems: 1, maxItems: 200 })]);
const Unit = oneOf('points', 'percent');

const ConditionTree = Type.Recursive(
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
const Condition = shared('Condition', ConditionTree);

// Questions.
const Weights = shared('Weights', Type.Record(Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' }), Type.Number()));
const Folding = closed({
  /** é as e. */
  accents: optional(Type.Boolean()),
  /** Punctuation left out. */
  punctuation: optional(Type.Boolean()),
  /** So many typing slips are forgiven. */
  slips: optional(Type.Integer({ minimum: 0, maximum: 5 })),
});
/** A spelling that is accepted, with its credit (1 where it says none). */
const Accepted = Type.Union([Line, closed({ text: Line, credit: optional(Share) })]);
const Accept = shared('Accept', Type.Array(Accepted, { maxItems: 200 }));

const Explain = shared(
  'Explain',
  closed({ right: optional(RichText), wrong: optional(RichText), always: optional(RichText) }),
);
const question = {
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

const Percent = Type.Number({ minimum: 0, maximum: 100 });
const Option = closed({
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
const Choice = shared(
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
const typed = { fold: optional(Folding), reviewRest: optional(Type.Boolean()) };
const Text = shared('text', closed({ ...question, kind: oneOf('text'), accept: optional(Accept), ...typed }));
const Essay = shared('essay', closed({ ...question, kind: oneOf('essay'), review: optional(Type.Boolean()) }));
const measured = {
  target: optional(Type.Number()),
  within: optional(Type.Number({ minimum: 0 })),
  withinPercent: optional(Type.Number({ minimum: 0 })),
  min: optional(Type.Number()),
  max: optional(Type.Number()),
  step: optional(Type.Number({ exclusiveMinimum: 0 })),
  reverse: optional(Type.Boolean()),
};
const NumberQuestion = shared('number', closed({ ...question, kind: oneOf('number'), ...measured }));
const Slider = shared('slider', closed({ ...question, kind: oneOf('slider'), ...measured }));
const Rating = shared(
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
const Moment = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}Z$' });
const Day = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' });
const DateQuestion = shared(
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
const Side = closed({ id: Id, text: Line, picture: optional(Picture) });
const Order = shared(
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
const Match = shared(
  'match',
  closed({
    ...question,
    kind: oneOf('match'),
    pairs: Type.Array(closed({ left: Side, right: Side }), { maxItems: 60 }),
    /** Right sides that fit nothing. */
    extras: optional(Type.Array(Side, { maxItems: 60 })),
  }),
);
const Gaps = shared(
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
const Grid = shared(
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
const Point = Type.Unsafe<[number, number]>({ type: 'array', items: Share, minItems: 2, maxItems: 2 });
/** In shares of the picture's width and height. A circle's radius is a share of the width. */
const Region = Type.Union([
  closed({ x: Share, y: Share, width: Share, height: Share }),
  closed({ x: Share, y: Share, r: Share }),
  closed({ points: Type.Array(Point, { minItems: 3, maxItems: 200 }) }),
]);
const Spots = shared(
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
const questionKinds = [
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
const Question = byField('kind', ...questionKinds);

// Other blocks.
/** What goes along to another quiz or address: a value of this quiz, and the name it goes by there. */
const Carry = Type.Array(
  closed({ value: oneOf('outcome', 'points', 'percent', 'answer', 'contact', 'known'), ref: optional(Id), as: Line }),
  { maxItems: 60 },
);
const ContactField = closed({
  id: Id,
  label: Line,
  format: oneOf('text', 'name', 'email', 'phone'),
  required: optional(Type.Boolean()),
  /** The known value that it is filled in with beforehand. */
  from: optional(Id),
});
const block = { id: Id, showIf: optional(Condition) };
const Contact = closed({
  ...block,
  kind: oneOf('contact'),
  prompt: Line,
  body: optional(RichText),
  fields: Type.Array(ContactField, { maxItems: 20 }),
  skippable: optional(Type.Boolean()),
  consent: optional(closed({ text: Line, version: Type.Integer({ minimum: 1 }), required: Type.Boolean() })),
});
const Offer = shared(
  'Offer',
  closed({ text: Line, button: Line, url: Type.String({ maxLength: 2_000 }), picture: optional(Picture) }),
);
const title = { title: optional(Line) };
const Block = byField(
  'kind',
  ...questionKinds,
  Contact,
  closed({ ...block, kind: oneOf('words'), body: RichText }),
  closed({ ...block, kind: oneOf('media'), ...media }),
  closed({ ...block, kind: oneOf('offer'), offer: Offer }),
  /** The outcome reached: its headline, picture, text and offer. */
  closed({ ...block, kind: oneOf('verdict'), verdict: Id }),
  /** How far the visitor came on these scales, or in marks. */
  closed({ ...block, kind: oneOf('score'), ...title, scales: Type.Array(Id, { maxItems: 60 }), unit: optional(Unit) }),
  /** The score by topic. */
  closed({ ...block, kind: oneOf('topics'), ...title, of: Id, unit: optional(Unit) }),
  /** What was answered, as far as it may be seen. */
  closed({
    ...block,
    kind: oneOf('answers'),
    ...title,
    right: optional(Type.Boolean()),
    marks: optional(Type.Boolean()),
    explanations: optional(Type.Boolean()),
  }),
  /** How others answered a question, or did in a topic. */
  closed({ ...block, kind: oneOf('chart'), ...title, question: optional(Id), topic: optional(Id) }),
  closed({ ...block, kind: oneOf('certificate'), ...title, body: optional(RichText), button: optional(Line) }),
  closed({ ...block, kind: oneOf('share'), text: optional(RichText), button: optional(Line) }),
  closed({ ...block, kind: oneOf('again'), button: optional(Line) }),
  closed({ ...block, kind: oneOf('hand-over'), quiz: Id, button: optional(Line), carry: optional(Carry) }),
);

// Pages.
const Target = shared(
  'Target',
  Type.Union([
    Type.Literal('next'),
    Type.Literal('finish'),
    Type.Literal('again'),
    closed({ page: Id }),
    closed({ quiz: Id, carry: optional(Carry) }),
    closed({ url: Type.String({ maxLength: 2_000 }), carry: optional(Carry) }),
  ]),
);
const Page = closed({
  id: Id,
  name: Line,
  stage: oneOf('ask', 'result'),
  blocks: Type.Array(Block, { maxItems: 200 }),
  /** Wording of the button that leaves it. */
  button: optional(Line),
  showIf: optional(Condition),
  /** Its place among the pages beside it that have this too is by chance. The first page of a quiz keeps its own. */
  shuffle: optional(Type.Boolean()),
  routes: optional(Type.Array(closed({ when: Condition, to: Target }), { maxItems: 100 })),
  otherwise: optional(Target),
  /** Held until every keyed question on it is right. */
  hold: optional(
    closed({
      until: oneOf('right'),
      tries: optional(Type.Integer({ minimum: 1 })),
      then: optional(Target),
      hint: optional(RichText),
    }),
  ),
  limit: optional(Seconds),
  /** Replaces its questions by a random pick. */
  draw: optional(
    closed({
      from: Type.Union([Type.Literal('bank'), Type.Array(Id, { maxItems: 1_000 })]),
      topic: optional(Id),
      count: optional(Type.Integer({ minimum: 0 })),
      byTopic: optional(Type.Record(Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' }), Type.Integer({ minimum: 0 }))),
    }),
  ),
});

const Preset = closed({
  id: Id,
  name: Line,
  settings: closed({
    required: optional(Type.Boolean()),
    marks: question.marks,
    penalty: question.penalty,
    credit: question.credit,
    shuffle: optional(Type.Boolean()),
    across: question.across,
    limit: question.limit,
  }),
  /** New questions begin with it. */
  fresh: optional(Type.Boolean()),
});

/** A run that is walked again after each change, and where it came to when it was kept. */
const Example = closed({
  id: Id,
  name: Line,
  answers: Type.Record(Type.String(), Type.Unknown()),
  contact: optional(Type.Record(Type.String(), Line)),
  known: optional(Type.Record(Type.String(), Line)),
  expect: closed({
    way: Type.Array(Id, { maxItems: 501 }),
    outcomes: Type.Record(Type.String(), Type.Array(Id, { maxItems: 60 })),
    scales: Type.Record(Type.String(), Type.Union([Type.Number(), Type.Null()])),
    marks: Type.Number(),
  }),
});

// What is computed.
const Topic = closed({ id: Id, name: Line });
const Scale = closed({
  id: Id,
  name: Line,
  /** Default "sum". */
  combine: optional(oneOf('sum', 'mean')),
  start: optional(Type.Number()),
  decimals: optional(Type.Integer({ minimum: 0, maximum: 6 })),
  formula: optional(Type.String({ maxLength: 2_000 })),
});
const Outcome = closed({
  id: Id,
  name: Line,
  /** Its colour in charts, of the eight that there are; by its place where it says none. */
  colour: optional(Type.Integer({ minimum: 1, maximum: 8 })),
  headline: optional(Line),
  picture: optional(Picture),
  body: optional(RichText),
  offer: optional(Offer),
});
const verdict = { id: Id, name: Line, outcomes: Type.Array(Outcome, { maxItems: 60 }), fallback: optional(Id) };
const Verdict = byField(
  'by',
  closed({
    ...verdict,
    by: oneOf('strongest'),
    compare: optional(oneOf('points', 'share')),
    ties: optional(oneOf('first', 'latest', 'blend')),
  }),
  closed({
    ...verdict,
    by: oneOf('bands'),
    /** A scale's id, or "marks". */
    scale: Id,
    topic: optional(Id),
    unit: optional(Unit),
    bands: Type.Array(closed({ from: Type.Number(), outcome: Id }), { maxItems: 60 }),
  }),
  closed({
    ...verdict,
    by: oneOf('rules'),
    rules: Type.Array(closed({ when: Condition, outcome: Id }), { maxItems: 100 }),
  }),
);
const Known = closed({
  id: Id,
  /** The creator's own name for it; where empty, the id serves. */
  name: optional(Line),
  from: oneOf('address', 'page', 'quiz'),
  param: optional(Line),
  default: optional(Line),
});
const Letter = closed({
  id: Id,
  name: Line,
  to: oneOf('visitor'),
  subject: RichText,
  body: RichText,
  when: optional(Condition),
});
const Colour = Type.String({ pattern: '^#[0-9a-fA-F]{6}$' });

export const QuizSchema = Type.Object(
  {
    format: Type.Literal('yes-maybe-quiz'),
    version: Type.Literal(VERSION),
    id: Id,
    title: Line,
    description: Type.String({ maxLength: 2_000, default: '' }),
    language: Type.String({ pattern: '^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$', default: 'en' }),
    pages: Type.Array(Page, { maxItems: 400 }),
    topics: Type.Array(Topic, { maxItems: 100, default: [] }),
    scales: Type.Array(Scale, { maxItems: 60, default: [] }),
    verdicts: Type.Array(Verdict, { maxItems: 30, default: [] }),
    known: Type.Array(Known, { maxItems: 60, default: [] }),
    scoring: Type.Object({ of: oneOf('seen', 'all') }, { additionalProperties: false, default: { of: 'seen' } }),
    delivery: Type.Object(
      {
        progress: optional(Type.Boolean()),
        back: optional(Type.Boolean()),
        /** Seconds for the whole quiz. */
        limit: optional(Seconds),
        /** All answers are shown once more before they are sent for good. */
        lookOver: optional(Type.Boolean()),
        /** Buttons and messages are in the visitor's own language where they can be, else in the quiz's. */
        language: optional(oneOf('found')),
        /** Explanations stand after each page; then there is no way back. */
        explain: optional(oneOf('after')),
        /** Results are kept back: until somebody releases them, or until a moment (ISO 8601, UTC, whole seconds). */
        held: optional(Type.Union([Type.Literal('released'), Moment])),
      },
      { additionalProperties: false, default: {} },
    ),
    look: Type.Object(
      {
        /** One of the ready-made looks; default "chalk". */
        ready: optional(oneOf('chalk', 'meadow')),
        colours: optional(
          closed({
            paper: optional(Colour),
            ink: optional(Colour),
            button: optional(Colour),
            onButton: optional(Colour),
          }),
        ),
      },
      { additionalProperties: false, default: {} },
    ),
    labels: Type.Record(Type.String(), Line, { default: {} }),
    messages: Type.Array(Letter, { maxItems: 60, default: [] }),
    access: Type.Object({}, { additionalProperties: false, default: {} }),
    /** Settings kept by a name, to be given to other questions. */
    presets: optional(Type.Array(Preset, { maxItems: 60 })),
    /** Runs that are walked again after each change. */
    examples: optional(Type.Array(Example, { maxItems: 200 })),
    /** Questions of the bank that pages draw from. */
    bank: optional(Type.Array(Question, { maxItems: 1_000 })),
  },
  {
    $id: 'yes-maybe-quiz',
    additionalProperties: false,
    title: `Yes Maybe quiz, version ${VERSION}`,
    $defs: defs,
  },
);

export type Quiz = Static<typeof QuizSchema>;
export type Page = Static<typeof Page>;
export type Hold = NonNullable<Page['hold']>;
export type Draw = NonNullable<Page['draw']>;
export type Block = Static<typeof Block>;
export type Question = Static<typeof Question>;
export type Choice = Static<typeof Choice>;
export type TextQuestion = Static<typeof Text>;
export type Grid = Static<typeof Grid>;
export type Spots = Static<typeof Spots>;
export type Region = Static<typeof Region>;
export type Folding = Static<typeof Folding>;
export type Accepted = Static<typeof Accepted>;
export type ContactBlock = Static<typeof Contact>;
export type ContactField = Static<typeof ContactField>;
export type Option = Static<typeof Option>;
export type Picture = Static<typeof Picture>;
export type Topic = Static<typeof Topic>;
export type Scale = Static<typeof Scale>;
export type Outcome = Static<typeof Outcome>;
export type Verdict = Static<typeof Verdict>;
export type Letter = Static<typeof Letter>;
export type Target = Static<typeof Target>;
export type RichText = Static<typeof RichText>;
export type RichDoc = Static<typeof RichDoc>;
export type Inline = Static<typeof Inline>;
export type Insert = Static<typeof Insert>;
export type Offer = Static<typeof Offer>;
export type Carry = Static<typeof Carry>;
export type Known = Static<typeof Known>;
export type Unit = 'points' | 'percent';
export type Example = Static<typeof Example>;
export type Preset = Static<typeof Preset>;
export type QuestionKind = Question['kind'];
