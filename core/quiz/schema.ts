/**
 * The quiz document: its JSON Schema and its TypeScript types, from one source so that they cannot drift.
 * What each part means and computes is told in docs/format.md.
 */
import { Type, type Static, type TObject, type TProperties } from '@sinclair/typebox';

const closed = <T extends TProperties>(properties: T): TObject<T> =>
  Type.Object(properties, { additionalProperties: false });
const optional = Type.Optional;
const oneOf = <T extends string>(...values: T[]) => Type.Unsafe<T>({ type: 'string', enum: values });

/** Ids are short, stable for life, and never reused. `$`, `.` and `/` stay free for paths. */
const Id = Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' });
const Line = Type.String({ maxLength: 2_000 });

const Mark = Type.Union([
  closed({ type: oneOf('bold', 'italic') }),
  closed({
    type: oneOf('link'),
    attrs: closed({ href: Type.String({ maxLength: 2_000, pattern: '^(https?://|mailto:|/)' }) }),
  }),
]);
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
const Inline = Type.Union([
  closed({
    type: oneOf('text'),
    text: Type.String({ minLength: 1, maxLength: 20_000 }),
    marks: optional(Type.Array(Mark, { maxItems: 3 })),
  }),
  Insert,
  closed({ type: oneOf('hardBreak') }),
]);
const Paragraph = closed({ type: oneOf('paragraph'), content: optional(Type.Array(Inline, { maxItems: 500 })) });
const ListItem = closed({ type: oneOf('listItem'), content: Type.Array(Paragraph, { maxItems: 20 }) });
const List = closed({ type: oneOf('bulletList', 'orderedList'), content: Type.Array(ListItem, { maxItems: 100 }) });
const RichDoc = closed({ type: oneOf('doc'), content: Type.Array(Type.Union([Paragraph, List]), { maxItems: 300 }) });
const RichText = Type.Union([Type.String({ maxLength: 20_000 }), RichDoc]);

const Picture = closed({
  src: Type.String({ maxLength: 300, pattern: '^/[A-Za-z0-9_./-]+$' }),
  /** What it shows, for those who cannot see it; "" where it only decorates. */
  text: Line,
});

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
const Ids = Type.Union([Id, Type.Array(Id, { minItems: 1 })]);
const Unit = oneOf('points', 'percent');

const ConditionTree = Type.Recursive(
  (This) =>
    Type.Union([
      closed({ all: Type.Array(This) }),
      closed({ any: Type.Array(This) }),
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
      }),
      closed({ scale: Id, unit: optional(Unit), ...boundOrMost }),
      closed({ topic: Id, of: Id, unit: optional(Unit), ...boundOrMost }),
      closed({ verdict: Id, is: Id }),
      closed({ known: Id, is: optional(Line), contains: optional(Line) }),
      closed({ contact: Id, answered: Type.Boolean() }),
    ]),
  { $id: 'Condition' },
);
export type Condition = Static<typeof ConditionTree>;
/** Conditions stand in the schema once and are referred to, since they contain themselves. */
const Condition = Type.Unsafe<Condition>({ $ref: 'Condition' });

const Weights = Type.Record(Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' }), Type.Number());

const Option = closed({
  id: Id,
  text: Line,
  picture: optional(Picture),
  /** 1 right, between partly, 0 or absent wrong. */
  credit: optional(Type.Number({ minimum: 0, maximum: 1 })),
  /** What choosing it adds, by scale or outcome. */
  weights: optional(Weights),
});

const question = {
  id: Id,
  /** The creator's own label; where empty, the prompt serves. */
  name: optional(Line),
  prompt: RichText,
  required: optional(Type.Boolean()),
  topic: optional(Id),
  picture: optional(Picture),
  hint: optional(Line),
  showIf: optional(Condition),
  /** Default 1. */
  marks: optional(Type.Number({ minimum: 0 })),
  /** Default 0. */
  penalty: optional(Type.Number({ minimum: 0 })),
  /** Default "all". */
  credit: optional(oneOf('all', 'share')),
  /** The scale that the marks also count for. */
  marksTo: optional(Id),
};
const Choice = closed({
  ...question,
  kind: oneOf('choice'),
  pick: oneOf('one', 'many'),
  as: optional(oneOf('list', 'pictures', 'yes-no')),
  options: Type.Array(Option, { maxItems: 200 }),
  min: optional(Type.Integer({ minimum: 0 })),
  max: optional(Type.Integer({ minimum: 1 })),
  shuffle: optional(Type.Boolean()),
});
const Accepted = closed({ text: Line, credit: Type.Number({ minimum: 0, maximum: 1 }) });
const Text = closed({ ...question, kind: oneOf('text'), accept: optional(Type.Array(Accepted, { maxItems: 200 })) });

const ContactField = closed({
  id: Id,
  label: Line,
  format: oneOf('text', 'name', 'email', 'phone'),
  required: optional(Type.Boolean()),
});
const Contact = closed({
  id: Id,
  kind: oneOf('contact'),
  prompt: Line,
  body: optional(RichText),
  fields: Type.Array(ContactField, { maxItems: 20 }),
  skippable: optional(Type.Boolean()),
  consent: optional(closed({ text: Line, version: Type.Integer({ minimum: 1 }), required: Type.Boolean() })),
  showIf: optional(Condition),
});
const Offer = closed({ text: Line, button: Line, url: Type.String({ maxLength: 2_000 }) });
const Block = Type.Union([
  Choice,
  Text,
  Contact,
  closed({ id: Id, kind: oneOf('words'), body: RichText, showIf: optional(Condition) }),
  closed({ id: Id, kind: oneOf('media'), picture: Picture, showIf: optional(Condition) }),
  /** The outcome reached: its headline, picture, text and offer. */
  closed({ id: Id, kind: oneOf('verdict'), verdict: Id, showIf: optional(Condition) }),
  /** How far the visitor came on each of these scales. */
  closed({ id: Id, kind: oneOf('score'), title: optional(Line), scales: Type.Array(Id), showIf: optional(Condition) }),
  closed({ id: Id, kind: oneOf('again'), button: optional(Line), showIf: optional(Condition) }),
]);

const Target = Type.Union([Type.Literal('next'), Type.Literal('finish'), closed({ page: Id })]);
const Page = closed({
  id: Id,
  name: Line,
  stage: oneOf('ask', 'result'),
  blocks: Type.Array(Block, { maxItems: 200 }),
  /** Wording of the button that leaves it. */
  button: optional(Line),
  showIf: optional(Condition),
  routes: optional(Type.Array(closed({ when: Condition, to: Target }), { maxItems: 100 })),
  otherwise: optional(Target),
});

const Topic = closed({ id: Id, name: Line });
const Scale = closed({
  id: Id,
  name: Line,
  combine: oneOf('sum', 'mean'),
  start: optional(Type.Number()),
  decimals: optional(Type.Integer({ minimum: 0, maximum: 6 })),
});
const Outcome = closed({
  id: Id,
  name: Line,
  headline: optional(Line),
  picture: optional(Picture),
  body: optional(RichText),
  offer: optional(Offer),
});
const verdict = { id: Id, name: Line, outcomes: Type.Array(Outcome, { maxItems: 60 }), fallback: optional(Id) };
const Verdict = Type.Union([
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
    bands: Type.Array(closed({ from: Type.Number(), outcome: Id }), { minItems: 1, maxItems: 60 }),
  }),
  closed({
    ...verdict,
    by: oneOf('rules'),
    rules: Type.Array(closed({ when: Condition, outcome: Id }), { maxItems: 100 }),
  }),
]);

const Letter = closed({
  id: Id,
  name: Line,
  to: oneOf('visitor'),
  subject: RichText,
  body: RichText,
  when: optional(Condition),
});

export const QuizSchema = Type.Object(
  {
    format: Type.Literal('yes-maybe-quiz'),
    version: Type.Literal(1),
    id: Id,
    title: Line,
    description: Line,
    language: Type.String({ pattern: '^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$' }),
    pages: Type.Array(Page, { maxItems: 400 }),
    topics: Type.Array(Topic, { maxItems: 100 }),
    scales: Type.Array(Scale, { maxItems: 60 }),
    verdicts: Type.Array(Verdict, { maxItems: 30 }),
    known: Type.Array(closed({ id: Id, from: oneOf('address'), param: Line, default: Line }), { maxItems: 60 }),
    scoring: closed({ of: oneOf('seen', 'all') }),
    delivery: closed({ progress: Type.Boolean(), back: Type.Boolean() }),
    /** One of the ready-made looks. */
    look: closed({ ready: oneOf('chalk', 'meadow') }),
    messages: Type.Array(Letter, { maxItems: 60 }),
  },
  {
    $id: 'yes-maybe-quiz',
    additionalProperties: false,
    title: 'Yes Maybe quiz, version 1',
    $defs: { Condition: ConditionTree },
  },
);

export type Quiz = Static<typeof QuizSchema>;
export type Page = Static<typeof Page>;
export type Block = Static<typeof Block>;
export type Choice = Static<typeof Choice>;
export type TextQuestion = Static<typeof Text>;
export type Question = Choice | TextQuestion;
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
export type Unit = 'points' | 'percent';
