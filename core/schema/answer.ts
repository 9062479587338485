/** Answers as they come over the network: their JSON Schema and their types, from one source. Whether one fits its question is told by "answer.ts". */
import { type Static, Type } from '@sinclair/typebox';
import { closed } from './kit';
import { LONGEST_ESSAY } from './longest';

const Words = Type.String({ maxLength: LONGEST_ESSAY });
const Ids = Type.Array(Type.String({ maxLength: 60 }), { maxItems: 200 });
const FreeEntrySchema = closed({ options: Ids, text: Words });
export type FreeEntry = Static<typeof FreeEntrySchema>;

/**
 * choice: option ids, or with a free entry `{ options, text }`; text, essay, date: a string; number, slider, rating: a number; order: item
 * ids; match: right ids by left id; gaps: words by gap id; grid: column ids by row id; spots: words or a point by spot id.
 */
export const AnswerSchema = Type.Union([
  Words,
  Type.Number(),
  Ids,
  FreeEntrySchema,
  Type.Record(Type.String(), Type.Union([Words, Ids, Type.Tuple([Type.Number(), Type.Number()])]), {
    maxProperties: 200,
  }),
]);
export type Answer = Static<typeof AnswerSchema>;
