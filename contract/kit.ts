/** What contracts are put together from. */
import { type Static, type TSchema, Type } from '@sinclair/typebox';
import { closed } from '../core/schema/kit';
import type { Question, Quiz } from '../core/schema/quiz';

/** The largest integer that a column holds. */
export const LARGEST_INTEGER = 2 ** 31 - 1;
export const Revision = Type.Integer({ minimum: 0, maximum: LARGEST_INTEGER });
export const Count = Type.Integer({ minimum: 0 });
export const nullable = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);
/** A day that a calendar has, in each month up to the 31st. */
const DAY = '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])';
export const Day = Type.String({ pattern: `${DAY}$` });
/** An instant as `Date.prototype.toISOString` writes it. */
export const Instant = Type.String({ pattern: `${DAY}T([01]\\d|2[0-3]):[0-5]\\d:[0-5]\\d\\.\\d{3}Z$` });
/** A revision as it stands in an address. */
export const Digits = Type.String({ pattern: '^\\d{1,10}$' });

/** A file that somebody left. Bytes. */
export const FileSchema = closed({ id: Type.String(), name: Type.String(), size: Count });
export type LeftFile = Static<typeof FileSchema>;

// Parts of a document that is on disk. They were checked against the whole schema when they came to be there.
export const QuizDocument = Type.Unsafe<Quiz>({ type: 'object', required: ['format', 'pages'] });
export const QuestionDocument = Type.Unsafe<Question>({ type: 'object', required: ['id', 'kind'] });
/** Held to the schema of the quiz by whoever takes one in. */
export const LookDocument = Type.Unsafe<Quiz['look']>({ type: 'object' });
