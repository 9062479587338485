/** A draft: the edits it is made of, and what it was before. */
import { type Static, Type } from '@sinclair/typebox';
import { EditRefusalSchema, KeptEditSchema, SentEditSchema } from '../core/schema/edit';
import { closed, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Digits, Instant, QuizDocument, Revision } from './kit';

const EditsKeptSchema = closed({
  revision: Revision,
  /** Edits since the revision that the browser knew, its own included, in order. */
  since: Type.Array(KeptEditSchema),
  refused: Type.Array(closed({ id: Type.String(), refusal: EditRefusalSchema })),
});
export type EditsKept = Static<typeof EditsKeptSchema>;

const EditsSinceSchema = closed({
  revision: Revision,
  since: Type.Array(KeptEditSchema),
  /** In place of edits that are not kept any more: the draft as it stands. */
  whole: optional(QuizDocument),
});
export type EditsSince = Static<typeof EditsSinceSchema>;

const EarlierStateSchema = closed({ revision: Revision, at: Instant, by: Type.String() });
export type EarlierState = Static<typeof EarlierStateSchema>;

export const editing = {
  /** What others have changed since a revision. */
  'GET /api/quizzes/{quiz}/edits': contract({ query: closed({ since: Digits }), answer: EditsSinceSchema }),
  /** Keeps edits that were made on revision `base`. */
  'POST /api/quizzes/{quiz}/edits': contract({
    body: closed({ base: Revision, edits: Type.Array(SentEditSchema, { maxItems: 500 }) }),
    largest: 2_000_000,
    answer: EditsKeptSchema,
  }),
  /** Says which block somebody is at, "" for none; tells who else is in the quiz. */
  'POST /api/quizzes/{quiz}/presence': contract({
    body: closed({ block: Type.String({ maxLength: 60 }) }),
    answer: closed({ others: Type.Array(closed({ name: Type.String(), block: Type.String() })) }),
  }),
  /** The states of a draft that can be looked at, newest first. */
  'GET /api/quizzes/{quiz}/states': contract({ answer: closed({ states: Type.Array(EarlierStateSchema) }) }),
  'GET /api/quizzes/{quiz}/states/{revision}': contract({ answer: closed({ quiz: QuizDocument }) }),
};
