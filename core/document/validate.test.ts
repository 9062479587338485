import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { demoQuiz } from '../../tests/quizzes';
import { publishedSchema, shapeCode } from './json-schema';
import { validateQuiz } from './validate';

const least = {
  format: 'yes-maybe-quiz',
  version: 1,
  id: 'q',
  title: 'T',
  pages: [
    {
      id: 'p',
      name: 'P',
      stage: 'ask',
      blocks: [{ id: 'q1', kind: 'choice', pick: 'one', prompt: '?', options: [{ id: 'a', text: 'A' }] }],
    },
  ],
};
type Loose = typeof least & Record<string, unknown>;
const faults = (change: (quiz: Loose) => void) => {
  const quiz = structuredClone(least) as Loose;
  change(quiz);
  const read = validateQuiz(quiz);
  return 'faults' in read ? read.faults.map((f) => `${f.place}: ${f.reason}`) : [];
};
const block = (quiz: Loose) => quiz.pages[0]?.blocks[0] as unknown as Record<string, unknown>;
const page = (quiz: Loose) => quiz.pages[0] as unknown as Record<string, unknown>;

describe('a document at the door', () => {
  it('may leave out what has a default', () => {
    const read = validateQuiz(least);
    expect('quiz' in read && read.quiz).toMatchObject({
      topics: [],
      scales: [],
      known: [],
      scoring: { of: 'seen' },
      language: 'en',
    });
  });
  it('is left as it was', () => {
    const before = JSON.stringify(least);
    validateQuiz(least);
    expect(JSON.stringify(least)).toBe(before);
  });
  test.each<[string, (quiz: Loose) => void, string]>([
    [
      'a newer version, politely',
      (q) => Object.assign(q, { version: 3 }),
      '/version: this quiz was written by a newer Yes Maybe (version 3); this one reads up to version 1',
    ],
    ['something else altogether', (q) => Object.assign(q, { format: 'song' }), '/format: "yes-maybe-quiz" is expected'],
    ['a missing field', (q) => Reflect.deleteProperty(q, 'pages'), ': "pages" is missing here'],
    [
      'an unknown field, deep inside',
      (q) => Object.assign(block(q), { options: [{ id: 'a', text: 'A', credits: 1 }] }),
      '/pages/0/blocks/0/options/0/credits: there is no such field here',
    ],
    [
      'an unknown kind',
      (q) => Object.assign(block(q), { kind: 'chose' }),
      '/pages/0/blocks/0: "kind" is not of a kind that exists: "chose"',
    ],
    [
      'a word that is none of those allowed',
      (q) => Object.assign(block(q), { pick: 'all' }),
      '/pages/0/blocks/0/pick: one of "one", "many" is expected',
    ],
    [
      'a slip in a condition',
      (q) => Object.assign(page(q), { showIf: { answer: 'q1', iss: 'a' } }),
      '/pages/0/showIf/iss: there is no such field here',
    ],
    [
      'a slip in a condition within another',
      (q) => Object.assign(page(q), { showIf: { all: [{ not: { answer: 'q1', is: 3 } }] } }),
      '/pages/0/showIf/all/0: this is none of the shapes that can stand here',
    ],
    [
      'a target of a wrong type',
      (q) => Object.assign(page(q), { otherwise: { page: 1 } }),
      '/pages/0/otherwise/page: text is expected',
    ],
    [
      'an id that could be a path',
      (q) => Object.assign(block(q), { id: 'a/b' }),
      '/pages/0/blocks/0/id: an id of letters, digits, - and _ is expected, 60 at most',
    ],
    [
      'an id that stands twice',
      (q) => page(q)['blocks'] && (page(q)['blocks'] as unknown[]).push(block(q)),
      '/pages/0/blocks/1/id: the id "q1" stands here a second time',
    ],
    [
      'a link that runs a script',
      (q) =>
        Object.assign(block(q), {
          prompt: {
            type: 'doc',
            content: [
              {
                type: 'paragraph',
                content: [
                  { type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] },
                ],
              },
            ],
          },
        }),
      '/pages/0/blocks/0/prompt/content/0/content/0/marks/0/attrs/href: an address that starts with https://, http://, mailto:, tel: or / is expected',
    ],
    [
      'HTML where structure is expected',
      (q) => Object.assign(block(q), { prompt: { html: '<b>x</b>' } }),
      '/pages/0/blocks/0/prompt: this is none of the shapes that can stand here',
    ],
  ])('is refused for %s', (_name, change, fault) => {
    expect(faults(change).join('\n')).toContain(fault);
  });
  it('tells everything that is wrong at once', () => {
    expect(faults((q) => Object.assign(q, { title: 4, more: 1, language: 'English' })).length).toBe(3);
  });
});

describe('the schema that ships', () => {
  it('is the one the core reads by', () => {
    const shipped = JSON.parse(readFileSync(join(process.cwd(), 'public/quiz.schema.json'), 'utf8')) as object;
    expect(shipped).toEqual(JSON.parse(JSON.stringify(publishedSchema())));
    // Where this fails, the schema has changed and `npm run schema` has not been run since.
    expect(readFileSync(join(process.cwd(), 'core/document/shape.js'), 'utf8') === shapeCode()).toBe(true);
  });
  it('takes the demo, for a validator of others', () => {
    const check = new Ajv2020({
      strictSchema: true,
      strictTypes: false,
      strictTuples: false,
      inlineRefs: false,
    }).compile(publishedSchema());
    expect(check(demoQuiz('tourer'))).toBe(true);
    expect(check(least)).toBe(true);
    expect(check({ ...least, more: 1 })).toBe(false);
  });
});
