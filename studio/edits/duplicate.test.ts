import { choice, option, page, quiz } from '../../tests/quizzes';
import { applyEdit } from '../../core/document/edits';
import { quizIndex } from '../../core/document/lookup';
import { validateQuiz } from '../../core/document/validate';
import type { Edit } from '../../core/document/edits';
import { duplicateBlock, duplicatePage } from './edits';

const ab = (id: string, more: object = {}) => choice(id, [option('a', { s: 1 }), option('b')], more);
const begin = quiz(
  [
    page('p1', [ab('q1', { hint: 'Think' }), ab('q2', { showIf: { answer: 'q1', is: 'a' } })], {
      routes: [{ when: { answer: 'q2', is: 'b' }, to: { page: 'p2' } }],
    }),
    page('p2', [ab('q3', { showIf: { answer: 'q1', is: 'b' } })]),
  ],
  { scales: [{ id: 's', name: 'S' }] },
);
const after = (made: { edit: Edit } | null) => {
  if (!made) throw new Error('Nothing was made.');
  const done = applyEdit(begin, made.edit);
  if (!('quiz' in done)) throw new Error(done.refused.message);
  expect(validateQuiz(done.quiz)).toHaveProperty('quiz');
  return done.quiz;
};

test('a question once more stands behind itself, with all that it has but its id', () => {
  const made = duplicateBlock(begin, 'q1');
  const [first, copy, next] = after(made).pages[0]?.blocks ?? [];
  expect(copy).toEqual({ ...first, id: made?.id });
  expect(made?.id).not.toBe('q1');
  expect(next?.id).toBe('q2');
  expect(duplicateBlock(begin, 'gone')).toBeNull();
});

test('a page once more asks its own questions, and its conditions are on those', () => {
  const now = after(duplicatePage(begin, 'p1'));
  const [, copy, last] = now.pages;
  const [first, second] = copy?.blocks ?? [];
  expect(copy?.name).toBe('p1 (copy)');
  // The words stay, also where they happen to be an id.
  expect(first).toMatchObject({ prompt: 'q1', hint: 'Think' });
  expect(last?.id).toBe('p2');
  expect(second?.showIf).toEqual({ answer: first?.id, is: 'a' });
  expect(copy?.routes).toEqual([{ when: { answer: second?.id, is: 'b' }, to: { page: 'p2' } }]);
  const ids = now.pages.flatMap((p) => [p.id, ...p.blocks.map((b) => b.id)]);
  expect(new Set(ids).size).toBe(ids.length);
  // What asks about the first one goes on doing so.
  expect(quizIndex(now).pages.get('p2')?.blocks[0]?.showIf).toEqual({ answer: 'q1', is: 'b' });
});
