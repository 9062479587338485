/**
 * `npm run schema`: writes what is made from core/schema/quiz.ts. The JSON Schema that ships; and the code that tells whether something is a
 * quiz, which would otherwise be put together anew in every browser, at the first edit, in a fifth of a second.
 */
import { writeFileSync } from 'node:fs';
import { publishedSchema, shapeCode } from '../core/document/json-schema';

writeFileSync('public/quiz.schema.json', `${JSON.stringify(publishedSchema(), null, 1)}\n`);
writeFileSync('core/document/shape.js', shapeCode());
