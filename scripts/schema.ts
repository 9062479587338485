/** `npm run schema`: writes the JSON Schema that ships, as the core reads by it. */
import { writeFileSync } from 'node:fs';
import { publishedSchema } from '../core/quiz/validate';

writeFileSync('public/quiz.schema.json', `${JSON.stringify(publishedSchema(), null, 1)}\n`);
