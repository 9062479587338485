/** What those who write say to each other about a block of a quiz. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Instant } from './kit';

const LONGEST_COMMENT = 2_000;
const Id = Type.String({ pattern: '^[A-Za-z0-9_-]{8,60}$' });

const CommentSchema = closed({
  id: Type.String(),
  block: Type.String(),
  /** The comment that it answers. */
  answers: optional(Type.String()),
  words: Type.String(),
  by: Type.String(),
  at: Instant,
  done: optional(closed({ at: Instant, by: Type.String() })),
});
export type Comment = Static<typeof CommentSchema>;
const All = closed({ comments: Type.Array(CommentSchema) });

export const comments = {
  'GET /api/quizzes/{quiz}/comments': contract({ answer: All }),
  /** Says something about a block, or answers what was said. Sent twice it is said once. */
  'POST /api/quizzes/{quiz}/comments': contract({
    body: closed({
      id: Id,
      block: Type.String({ maxLength: 60 }),
      answers: optional(Id),
      words: Type.String({ maxLength: LONGEST_COMMENT }),
    }),
    answer: All,
  }),
  /** Says that a comment is done with, or is not. */
  'PUT /api/quizzes/{quiz}/comments/{comment}': contract({
    body: closed({ done: oneOf('yes', 'no') }),
    answer: All,
  }),
};
