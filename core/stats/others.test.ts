import type { Question } from '../schema/quiz';
import { othersOf } from './others';

const items = ['a', 'b'].map((id) => ({ id, text: id }));
const figures = new Map(
  Object.entries({
    'answered o': 3,
    ...{ 'value o a 1': 1, 'value o a 2': 2, 'value o b 1': 2, 'value o b 2': 1 },
    ...{ 'answered n': 2, 'value n 4': 1, 'value n 6': 1 },
    ...{ 'answered g': 2, 'value g r x': 2 },
  }),
);

it('puts the items of an order where others put them, not where they are right', () => {
  const order: Question = { id: 'o', kind: 'order', prompt: 'o', items };
  const { answered, drawing } = othersOf(order, figures);
  expect(answered).toBe(3);
  expect(drawing).toMatchObject({ as: 'places', keyed: false, items: [{ id: 'b' }, { id: 'a' }] });
});
it.each<[string, Question]>([
  ['a number', { id: 'n', kind: 'number', prompt: 'n', target: 5, within: 1 }],
  [
    'a grid',
    {
      ...{ id: 'g', kind: 'grid', prompt: 'g', key: { r: ['x'] } },
      rows: [{ id: 'r', text: 'r' }],
      columns: items.map(({ text }) => ({ id: text === 'a' ? 'x' : 'y', text })),
    },
  ],
  [
    'a choice',
    {
      id: 'c',
      kind: 'choice',
      pick: 'one',
      prompt: 'c',
      options: [
        { id: 'a', text: 'a', credit: 1 },
        { id: 'b', text: 'b' },
      ],
    },
  ],
])('says nothing of what is right in %s', (_, question) => {
  expect(JSON.stringify(othersOf(question, figures))).not.toMatch(/right"|target/);
});
