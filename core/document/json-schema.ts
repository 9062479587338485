/** What `npm run schema` makes of the schema: the JSON Schema that is given out, and code that reads by it. */
import Ajv from 'ajv';
import standalone from 'ajv/dist/standalone';
import ucs2length from 'ajv/dist/runtime/ucs2length';
import { defaults, reading } from './reading';
import { QuizSchema } from '../schema/quiz';

/** The JSON Schema as it is given out: what has a default may be left out. */
export function publishedSchema(): Record<string, unknown> {
  const optional = new Set(defaults.map(([field]) => field));
  // `discriminator` is a word of OpenAPI, which helps us to say what is wrong; in JSON Schema there is no such keyword.
  const plain = (key: string, value: unknown) => (key === 'discriminator' ? undefined : value);
  // A schema of TypeBox is JSON.
  const schema = JSON.parse(JSON.stringify(QuizSchema, plain)) as Record<string, unknown> & { required: string[] };
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    ...schema,
    required: schema.required.filter((f) => !optional.has(f)),
  };
}

/**
 * An ES module whose `validate` tells whether something has the shape of a quiz, and every place where it has not; and the `defaults` of what may
 * be left out. Put together beforehand: pages that allow no code made of text could not put it together themselves.
 */
export function shapeCode(): string {
  const ajv = new Ajv({ ...reading, allErrors: true, messages: false, code: { source: true, esm: true, lines: true } });
  const code = standalone(ajv, ajv.compile(QuizSchema));
  // The one function it needs at run time comes along, so that it can be loaded as a module anywhere.
  const whole = code.replace('require("ajv/dist/runtime/ucs2length").default', String(ucs2length));
  return `${whole}\nexport const defaults = ${JSON.stringify(defaults)};\n`;
}
