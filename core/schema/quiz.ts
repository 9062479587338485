/**
 * The quiz document: its JSON Schema and its TypeScript types, from one source so that they cannot drift.
 * What each part means and computes is told in docs/format.md.
 */
import { Type, type Static } from '@sinclair/typebox';
import { Labels, LanguageTag, Translation } from './languages';
import { Look } from './look';
import { byField, closed, defs, Id, Line, oneOf, optional, Seconds, shared } from './kit';
import {
  Accepted,
  Choice,
  Condition,
  Folding,
  Grid,
  Moment,
  Option,
  question,
  Question,
  questionKinds,
  Region,
  Spots,
  Text,
  Unit,
} from './questions';
import { TYPED_ADDRESS } from './address';
import { type Access, AccessSchema } from './access';
import { Letter } from './letter';
import { VERSION } from './version';
import { Inline, Insert, media, Picture, RichDoc, RichText } from './text';

export type { Condition } from './questions';

// Other blocks.
const Address = Type.String({ maxLength: 2_000, pattern: TYPED_ADDRESS });
/** What goes along to another quiz or address: a value of this quiz, and the name it goes by there. */
const Carry = Type.Array(
  closed({
    value: oneOf('outcome', 'points', 'percent', 'right', 'answer', 'contact', 'known'),
    ref: optional(Id),
    as: Line,
  }),
  { maxItems: 60 },
);
const ContactField = closed({
  id: Id,
  label: Line,
  format: oneOf('text', 'name', 'email', 'phone', 'address', 'date', 'number', 'choice', 'file'),
  required: optional(Type.Boolean()),
  /** The known value that it is filled in with beforehand. */
  from: optional(Id),
  /** Nobody sees it: it keeps the known value. */
  hidden: optional(Type.Boolean()),
  /** Of phone numbers without a country's own (ISO 3166). */
  country: optional(Type.String({ pattern: '^[A-Z]{2}$' })),
  /** What a choice is of. */
  options: optional(Type.Array(closed({ id: Id, text: Line }), { maxItems: 100 })),
  /** What files may be; pictures and documents where nothing is named. */
  kinds: optional(
    Type.Array(oneOf('picture', 'document', 'table', 'sound', 'film'), { minItems: 1, maxItems: 5, uniqueItems: true }),
  ),
  /** Megabytes of a file. */
  most: optional(Type.Integer({ minimum: 1, maximum: 10 })),
});
const block = { id: Id, showIf: optional(Condition) };
const Contact = closed({
  ...block,
  kind: oneOf('contact'),
  prompt: Line,
  body: optional(RichText),
  fields: Type.Array(ContactField, { maxItems: 20 }),
  skippable: optional(Type.Boolean()),
  /** The address counts once the link in a letter to it has been followed. */
  confirm: optional(Type.Boolean()),
  consent: optional(closed({ text: Line, version: Type.Integer({ minimum: 1 }), required: Type.Boolean() })),
});
const Offer = shared('Offer', closed({ text: Line, button: Line, url: Address, picture: optional(Picture) }));
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
  /** What spoke for the outcome that was reached, in the visitor's own answers. */
  closed({ ...block, kind: oneOf('why'), ...title, verdict: Id }),
  /** How many of a hundred visitors came less far on a scale, or in marks. */
  closed({ ...block, kind: oneOf('standing'), ...title, of: Id }),
  /** How others answered a question, or did in a topic. */
  closed({ ...block, kind: oneOf('chart'), ...title, question: optional(Id), topic: optional(Id) }),
  closed({
    ...block,
    kind: oneOf('certificate'),
    ...title,
    picture: optional(Picture),
    body: optional(RichText),
    button: optional(Line),
  }),
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
    closed({ url: Address, carry: optional(Carry) }),
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

const Settings = closed({
  required: optional(Type.Boolean()),
  marks: question.marks,
  penalty: question.penalty,
  credit: question.credit,
  shuffle: optional(Type.Boolean()),
  across: question.across,
  limit: question.limit,
});
const Preset = closed({
  id: Id,
  name: Line,
  settings: Settings,
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
    bands: Type.Array(
      closed({
        from: Type.Number(),
        /** It begins at half or all of what can be had, however many questions there are; `from` is where that was when it was set. */
        at: optional(oneOf('half', 'full')),
        outcome: Id,
      }),
      { maxItems: 60 },
    ),
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

export const QuizSchema = Type.Object(
  {
    format: Type.Literal('yes-maybe-quiz'),
    version: Type.Literal(VERSION),
    id: Id,
    title: Line,
    description: Type.String({ maxLength: 2_000, default: '' }),
    language: Type.Unsafe<string>({ ...LanguageTag, default: 'en' }),
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
        /**
         * `found`: visitors get their own language where the quiz is in it; of a quiz in one language, buttons and messages alone are. `offered`:
         * they may choose another on the first page too. Absent: the quiz's own, but where an address asks for another.
         */
        language: optional(oneOf('found', 'offered')),
        /** Explanations stand after each page; then there is no way back. */
        explain: optional(oneOf('after')),
        /** Results are kept back: until somebody releases them, or until a moment (ISO 8601, UTC, whole seconds). */
        held: optional(Type.Union([Type.Literal('released'), Type.Literal('marked'), Moment])),
      },
      { additionalProperties: false, default: {} },
    ),
    look: Look,
    labels: Type.Unsafe<Static<typeof Labels>>({ ...Labels, default: {} }),
    messages: Type.Array(Letter, { maxItems: 60, default: [] }),
    access: Type.Unsafe<Access>({ ...AccessSchema, default: {} }),
    /** Settings kept by a name, to be given to other questions. */
    presets: optional(Type.Array(Preset, { maxItems: 60 })),
    /** What was set for all questions: those that are made later begin with it. */
    usual: optional(Settings),
    /** Warnings that the creator knows of and leaves as they are. `where` as a finding has it. */
    setAside: optional(
      Type.Array(closed({ id: Id, code: Id, where: Type.Array(Id, { maxItems: 4 }), because: Line }), {
        maxItems: 200,
      }),
    ),
    /** The quiz in other languages. */
    translations: optional(Type.Array(Translation, { maxItems: 30 })),
    /** Runs that are walked again after each change. */
    examples: optional(Type.Array(Example, { maxItems: 200 })),
    /** Questions of the bank that pages draw from. */
    bank: optional(Type.Array(Question, { maxItems: 1_000 })),
  },
  {
    $id: 'https://yesmaybe.test/quiz.schema.json',
    additionalProperties: false,
    title: `Yes Maybe quiz, version ${VERSION}`,
    $defs: defs,
  },
);

export type Quiz = Static<typeof QuizSchema>;
export type Page = Static<typeof Page>;
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
export type LetterPart = NonNullable<Letter['parts']>[number];
export type Target = Static<typeof Target>;
export type RichText = Static<typeof RichText>;
export type RichDoc = Static<typeof RichDoc>;
export type Inline = Static<typeof Inline>;
export type Insert = Static<typeof Insert>;
export type Offer = Static<typeof Offer>;
export type Carry = Static<typeof Carry>;
export type Known = Static<typeof Known>;
export type Unit = 'points' | 'percent' | 'right';
export type Example = Static<typeof Example>;
export type Preset = Static<typeof Preset>;
export type QuestionKind = Question['kind'];
