import type { Picture } from '../core/schema/quiz';
/** The quizzes of a workspace: the list, what they begin from, what becomes of them; and the bank of questions they share. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Count, Instant, nullable, QuestionDocument, QuizDocument, Revision } from './kit';

// Pages are given these as they are drawn; no endpoint answers with them.
/** A quiz as the list shows it. */
export type QuizLine = {
  id: string;
  title: string;
  description: string;
  state: 'live' | 'changed' | 'draft';
  edition: number | null;
  /** What the check says; null while it is still looking. */
  faults: { errors: number; warnings: number } | null;
  /** Runs started on each of the last thirty days, oldest first. */
  days: number[];
  runs: number;
  finished: number;
  contacts: number;
  changedAt: string;
  changedBy: string;
  label: string;
  isArchived: boolean;
  /** Closed by hand. */
  isShut: boolean;
};
export type EditionLine = { edition: number; publishedAt: string; publishedBy: string; note: string };

const QuizFileSchema = closed({
  name: Type.String(),
  /** In Base64 (RFC 4648) of formats that are no text. */
  text: Type.String(),
  isBase64: Type.Boolean(),
  lost: Type.Array(Type.String()),
});
/** A quiz in one of the open formats, and what of it the format cannot hold. */
export type QuizFile = Static<typeof QuizFileSchema>;

const FileFormatSchema = oneOf('json', 'csv', 'md', 'xlsx', 'zip');
export type FileFormat = Static<typeof FileFormatSchema>;

const TemplateSchema = closed({ purpose: Type.String(), quiz: QuizDocument });
/** A whole quiz to start from. */
export type Template = Static<typeof TemplateSchema>;
/** What is seen of one before it is opened. `trade` is whose it could be: "A bakery". */
export type TemplateLine = {
  id: string;
  purpose: string;
  trade: string;
  title: string;
  picture: Picture | null;
  questions: number;
  outcomes: number;
  letters: number;
};

const BankedQuestionSchema = closed({
  question: QuestionDocument,
  topic: Type.Union([Type.String(), Type.Null()]),
  /** The quizzes that take it; `own` where one has changed its copy. */
  usedIn: Type.Array(closed({ quiz: Type.String(), title: Type.String(), own: Type.Boolean() })),
});
/** A question of the bank. */
export type BankedQuestion = Static<typeof BankedQuestionSchema>;

const Made = closed({ id: Type.String() });

const GiftSchema = closed({ link: Type.Union([Type.String(), Type.Null()]), taken: Type.Integer({ minimum: 0 }) });
/** The link by which copies are given away; null where there is none. `taken` counts all that were ever taken. */
export type Gift = Static<typeof GiftSchema>;

const QuizInListSchema = closed({
  id: Type.String(),
  title: Type.String(),
  state: oneOf('live', 'changed', 'draft'),
  edition: nullable(Type.Integer({ minimum: 1 })),
  runs: Count,
  finished: Count,
  contacts: Count,
  changedAt: Instant,
  label: Type.String(),
  isArchived: Type.Boolean(),
});

export const quizzes = {
  /** A hundred at a time, by their ids; `after` is the `next` of the page before. */
  'GET /api/quizzes': contract({
    query: closed({ after: optional(Type.String({ maxLength: 80 })) }),
    answer: closed({ quizzes: Type.Array(QuizInListSchema), next: nullable(Type.String()) }),
  }),
  'GET /api/quizzes/{quiz}': contract({
    answer: closed({
      id: Type.String(),
      title: Type.String(),
      /** Where visitors take it. */
      url: Type.String(),
      /** Of the draft. */
      revision: Revision,
      /** The live one; null before the quiz is published. */
      edition: nullable(Type.Integer({ minimum: 1 })),
      state: oneOf('live', 'changed', 'draft'),
      document: QuizDocument,
    }),
  }),
  /** Puts a document in the place of the draft of a revision. The id of the quiz stays. @throws 409 where the draft has gone on, 422 where it is none */
  'PUT /api/quizzes/{quiz}/document': contract({
    body: closed({ revision: Revision, document: QuizDocument }),
    largest: 4_000_000,
    answer: closed({ revision: Revision }),
  }),
  'GET /api/quizzes/{quiz}/editions': contract({
    answer: closed({
      editions: Type.Array(
        closed({ edition: Type.Integer(), publishedAt: Instant, publishedBy: Type.String(), note: Type.String() }),
      ),
    }),
  }),
  'GET /api/quizzes/{quiz}/gift': contract({ answer: GiftSchema }),
  /** Makes the link, or tells the one that there is. */
  'POST /api/quizzes/{quiz}/gift': contract({ answer: GiftSchema }),
  /** From now on nobody gets a copy by the link. */
  'DELETE /api/quizzes/{quiz}/gift': contract({ answer: GiftSchema }),
  /** Takes a copy by a link. */
  'POST /api/copies': contract({
    body: closed({ key: Type.String({ maxLength: 100 }) }),
    answer: closed({ quiz: Type.String() }),
  }),
  'POST /api/quizzes': contract({
    body: closed({
      prompt: Type.String({ maxLength: 2_000 }),
      answers: Type.Array(Type.String({ maxLength: 2_000 }), { maxItems: 200 }),
    }),
    answer: Made,
  }),
  /** Makes a quiz of a file. */
  'POST /api/quizzes/read': contract({
    body: closed({ text: Type.String({ minLength: 1 }), fileName: Type.String({ maxLength: 300 }) }),
    largest: 4_000_000,
    answer: Made,
  }),
  'DELETE /api/quizzes/{quiz}': contract({ answer: closed({ deleted: Type.String() }) }),
  'POST /api/quizzes/{quiz}/restore': contract({ answer: closed({ restored: Type.String() }) }),
  /** How it stands in the list: put aside, with a label, taken off line. What is not named stays as it is. */
  'PUT /api/quizzes/{quiz}/shelf': contract({
    body: closed({
      label: optional(Type.String({ maxLength: 60 })),
      isArchived: optional(Type.Boolean()),
      isShut: optional(Type.Boolean()),
    }),
    answer: closed({ kept: Type.Boolean() }),
  }),
  'POST /api/quizzes/{quiz}/copy': contract({ answer: Made }),
  'GET /api/quizzes/{quiz}/file': contract({ query: closed({ as: FileFormatSchema }), answer: QuizFileSchema }),
  'POST /api/quizzes/{quiz}/publish': contract({
    body: closed({
      revision: Revision,
      /** What the check warns of was read, and is meant. */
      isSure: optional(Type.Boolean()),
    }),
    answer: closed({ edition: Type.Integer({ minimum: 1 }) }),
  }),
  /** A link to try what is live, or the draft, so that it counts nowhere. */
  'POST /api/quizzes/{quiz}/trials': contract({
    body: closed({ of: oneOf('live', 'draft') }),
    answer: closed({ link: Type.String(), key: Type.String(), until: Type.String() }),
  }),
  'DELETE /api/quizzes/{quiz}/trials': contract({ answer: closed({ removed: Count }) }),
  'GET /api/quizzes/{quiz}/editions/{edition}': contract({ answer: closed({ quiz: QuizDocument }) }),
  /** Puts an edition that there is live, in the place of the one that was; it ends two versions side by side. */
  'POST /api/quizzes/{quiz}/editions/{edition}/live': contract({ answer: closed({ edition: Type.Integer() }) }),
  'PUT /api/quizzes/{quiz}/editions/{edition}/note': contract({
    body: closed({ note: Type.String({ maxLength: 300 }) }),
    answer: closed({ note: Type.String() }),
  }),
  /** Releases results that are kept back until somebody says so. */
  'POST /api/quizzes/{quiz}/release': contract({ answer: closed({ released: Count }) }),
  'GET /api/templates': contract({ answer: closed({ templates: Type.Array(TemplateSchema) }) }),
  'GET /api/bank': contract({ answer: closed({ kept: Type.Array(BankedQuestionSchema) }) }),
  /** Keeps questions of a quiz in the bank, which they follow from then on. */
  'POST /api/bank': contract({
    body: closed({
      quiz: Type.String({ maxLength: 80 }),
      ids: Type.Array(Type.String({ maxLength: 60 }), { minItems: 1, maxItems: 400 }),
    }),
    answer: closed({ links: Type.Record(Type.String(), Type.String()) }),
  }),
};
