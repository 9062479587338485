import { applyEdit } from '../../core/document/edits';
import { isQuestion } from '../../core/document/lookup';
import { choice, option, page, quiz, text } from '../../tests/quizzes';
import { addKept } from './bank-edits';

const into = quiz([page('p1', [choice('q1', [option('a'), option('b')])])], { topics: [{ id: 'oil', name: 'Oil' }] });
const kept = [
  { question: choice('k1', [option('a', {}, { credit: 1 }), option('b')], { topic: 'x' }), topic: 'oil' },
  { question: text('k2', { accept: ['chain'] }), topic: 'Chains' },
  { question: text('k3'), topic: null },
];
const put = (linked: boolean) => {
  const made = addKept(into, kept, 'p1', linked);
  if (!made) throw new Error('nothing was made');
  const done = applyEdit(into, made.edit);
  if (!('quiz' in done)) throw new Error(done.refused.message);
  return { first: made.first, quiz: done.quiz, blocks: done.quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)) };
};

test('questions of the bank come in on pages of their own, filed under the topics of the same name', () => {
  const { first, quiz: now, blocks } = put(true);
  expect(now.pages.filter((p) => p.stage === 'ask').map((p) => p.blocks.length)).toEqual([1, 1, 1, 1]);
  expect(blocks.map((b) => b.linked)).toEqual([undefined, 'k1', 'k2', 'k3']);
  expect(blocks[1]).toMatchObject({
    id: first,
    topic: 'oil',
    options: kept[0]?.question.kind === 'choice' ? kept[0].question.options : [],
  });
  expect(now.topics.map((t) => t.name)).toEqual(['Oil', 'Chains']);
  expect(blocks[2]?.topic).toBe(now.topics[1]?.id);
  expect(blocks[3]?.topic).toBeUndefined();
});

test('copies follow nothing', () => {
  expect(put(false).blocks.map((b) => b.linked)).toEqual([undefined, undefined, undefined, undefined]);
  expect(addKept(into, [], 'p1', true)).toBeNull();
});
