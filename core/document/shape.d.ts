import type { ErrorObject } from 'ajv';
import type { Quiz } from '../schema/quiz';

/** Made from the schema by `npm run schema`. What is wrong stands in `errors` until it is called again. */
export const validate: { (document: unknown): document is Quiz; errors?: ErrorObject[] | null };
/** Fields that may be left out of a file, with what they are then. */
export const defaults: [field: string, value: unknown][];
