import fc from 'fast-check';
import { anyAnswers, anyQuiz } from '../../tests/any-quiz';
import { choice, option, page, quiz } from '../../tests/quizzes';
import { samples } from '../questions/samples';
import { resultOf } from '../flow/result';
import { walk } from '../flow/walk';
import type { Question } from '../schema/quiz';
import { quizIndex } from './lookup';
import { rekeyed } from './rekeyed';
import { validateQuiz } from './validate';

/** A question of an edition, by the key of another one. */
function keyedAs(taken: Question, by: Question): unknown {
  return quizIndex(rekeyed(quiz([page('p', [taken])]), quiz([page('elsewhere', [by])]))).questions.get(taken.id);
}

it('is the document itself where nothing of the key has changed', () => {
  const q = quiz([page('p', samples)], { topics: [{ id: 't', name: 'T' }], scales: [{ id: 's', name: 'S' }] });
  expect(rekeyed(q, structuredClone(q))).toEqual(q);
});
it('is a valid document that any run can be read by, whatever two editions are put together', () => {
  fc.assert(
    fc.property(fc.nat(), fc.nat(), (one, other) => {
      const taken = anyQuiz(one);
      const read = rekeyed(taken, anyQuiz(other));
      expect(validateQuiz(read)).not.toHaveProperty('faults');
      const { run } = walk(taken, { id: 'r', answers: anyAnswers(one, taken) });
      expect(resultOf(read, run).way).toEqual(run.way.map(({ page }) => page));
    }),
    { numRuns: 60 },
  );
});

it('takes what is right, and leaves what was read', () => {
  const taken = choice('q', [option('a', { x: 1 }, { credit: 1 }), option('b'), option('gone', {}, { credit: 1 })]);
  const by = choice(
    'q',
    [option('new', {}, { credit: 1 }), { ...option('b', { x: 2 }), text: 'reworded', credit: 1 }, option('a')],
    { prompt: 'reworded', marks: 3 },
  );
  expect(keyedAs(taken, by)).toMatchObject({
    prompt: 'q',
    marks: 3,
    options: [
      { id: 'a', text: 'a' },
      { id: 'b', text: 'b', credit: 1, weights: { x: 2 } },
      { id: 'gone', text: 'gone', credit: 1 },
    ],
  });
  expect(keyedAs(taken, by)).not.toHaveProperty('options.0.credit');
});
it('takes the new order of what there was', () => {
  const items = (...ids: string[]) => ids.map((id) => ({ id, text: id }));
  const order = (...ids: string[]): Question => ({ id: 'q', kind: 'order', prompt: 'q', items: items(...ids) });
  expect(keyedAs(order('a', 'b', 'c'), order('c', 'new', 'a', 'b'))).toMatchObject({ items: items('c', 'a', 'b') });
});
it('joins pairs as they are joined now', () => {
  const side = (id: string) => ({ id, text: id });
  const match = (pairs: [string, string][], extras: string[] = []): Question => ({
    ...{ id: 'q', kind: 'match', prompt: 'q' },
    pairs: pairs.map(([left, right]) => ({ left: side(left), right: side(right) })),
    ...(extras.length ? { extras: extras.map(side) } : {}),
  });
  const pairs: [string, string][] = [
    ['l1', 'r1'],
    ['l2', 'r2'],
  ];
  expect(keyedAs(match(pairs, ['r3']), match([['l1', 'r3'], pairs[1] ?? ['', '']]))).toEqual(
    match([['l1', 'r3'], pairs[1] ?? ['', '']], ['r1']),
  );
  // One right side for both would leave the other pair without any.
  expect(keyedAs(match(pairs), match([['l1', 'r2']]))).toEqual(match(pairs));
});
it('takes the right columns of the rows that there were', () => {
  const grid = (rows: string[], columns: string[], key: Record<string, string[]>): Question => ({
    ...{ id: 'q', kind: 'grid', prompt: 'q', key },
    rows: rows.map((id) => ({ id, text: id })),
    columns: columns.map((id) => ({ id, text: id })),
  });
  expect(
    keyedAs(grid(['r'], ['c', 'd'], { r: ['c'] }), grid(['r', 's'], ['d', 'e'], { r: ['d', 'e'], s: ['e'] })),
  ).toMatchObject({ rows: [{ id: 'r' }], columns: [{ id: 'c' }, { id: 'd' }], key: { r: ['d'] } });
});
it('leaves a question that has become one of another kind', () => {
  const taken = choice('q', [option('a', {}, { credit: 1 })]);
  expect(keyedAs(taken, { id: 'q', kind: 'text', prompt: 'q', accept: ['a'] })).toEqual(taken);
});
