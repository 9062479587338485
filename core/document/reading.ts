/** How a file is read as a quiz. */
import type { Options } from 'ajv';
import { QuizSchema } from '../schema/quiz';

export const reading: Options = { allowUnionTypes: true, discriminator: true, strictTypes: false, inlineRefs: false };

/** Fields that may be left out of a file, with what they are then. */
export const defaults = Object.entries(QuizSchema.properties as Record<string, { default?: unknown }>).flatMap(
  ([field, schema]) => (schema.default === undefined ? [] : [[field, schema.default] as const]),
);
