/** The examples in docs/format.md, checked and scored: what the page says must be so. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkQuiz } from '../findings/check';
import { validateQuiz } from '../document/validate';
import { type Recorded, recordFault, walk } from '../flow/walk';
import { resultOf } from '../flow/result';
import { readCsv } from './csv';
import { readMarkdown } from './markdown';

const text = readFileSync(join(process.cwd(), 'docs/format.md'), 'utf8');
const examples = [...text.matchAll(/```(\w+) (quiz|run|result|list)\n([\s\S]*?)```/g)].map(
  ([, language = '', what = '', body = '']) => ({ language, what, body }),
);
const quizzes = examples.flatMap((e, i) =>
  e.what === 'quiz' ? [{ quiz: e.body, run: examples[i + 1]?.body ?? '', result: examples[i + 2]?.body ?? '' }] : [],
);

it('there are examples', () => {
  expect(quizzes).toHaveLength(3);
  expect(examples.filter((e) => e.what === 'list')).toHaveLength(2);
});

test.each(quizzes)('example %# is sound, and its run is worth what it says', ({ quiz, run, result }) => {
  const read = validateQuiz(JSON.parse(quiz));
  if ('faults' in read) throw new Error(JSON.stringify(read.faults));
  expect(checkQuiz(read.quiz).filter((f) => f.severity === 'error')).toEqual([]);
  const recorded = JSON.parse(run) as Recorded;
  expect(recordFault(read.quiz, recorded)).toBeNull();
  expect({ id: recorded.id, ...resultOf(read.quiz, walk(read.quiz, recorded).run) }).toMatchObject(
    JSON.parse(result) as object,
  );
});

test.each(examples.filter((e) => e.what === 'list'))('list %# is read without a doubt', ({ language, body }) => {
  const { notes } = language === 'csv' ? readCsv(body) : readMarkdown(body);
  expect(notes.filter((n) => n.is !== 'understood')).toEqual([]);
});
