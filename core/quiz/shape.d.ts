/** shape.js is made from schema.ts by `npm run schema`, and kept by nobody. */
import type { Quiz } from './schema';

/** Whether it has the shape of a quiz. Ids that stand twice, and whatever else no shape can tell, are not looked at. */
export function validate(value: unknown): value is Quiz;
