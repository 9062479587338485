import { choice, demoQuiz, option, page, quiz, result } from '../../tests/quizzes';
import { handOversIn, journeyFrom, leadingTo, type Linked } from './chain';

const q = quiz([
  page('p1', [choice('q1', [option('a'), option('b')])], {
    name: 'Where to?',
    routes: [
      { when: { answer: 'q1', is: 'a' }, to: { quiz: 'two', carry: [{ value: 'answer', ref: 'q1', as: 'place' }] } },
    ],
    otherwise: { quiz: 'three' },
    hold: { until: 'right', then: { quiz: 'four' } },
  }),
  result('end', [{ id: 'on', kind: 'hand-over', quiz: 'one', showIf: { known: 'k', is: 'x' } }]),
]);

test('every place that leads to another quiz is found', () => {
  expect(handOversIn(q)).toEqual([
    { to: 'two', where: 'p1', from: 'Where to?', when: 'q1 is a', carries: 1 },
    { to: 'three', where: 'p1', from: 'Where to?', when: '', carries: 0 },
    { to: 'four', where: 'p1', from: 'Where to?', when: '', carries: 0 },
    { to: 'one', where: 'on', from: 'end', when: 'k is “x”', carries: 0 },
  ]);
});

const linked = (id: string, ...to: string[]): Linked => ({
  id,
  title: id.toUpperCase(),
  live: true,
  handOvers: to.map((t) => ({ to: t, where: 'p', from: 'P', when: '', carries: 0 })),
});

test('a chain is one journey, and ends where it comes to a quiz again or to none', () => {
  const all = [linked('one', 'two', 'gone'), linked('two', 'three'), linked('three', 'one')];
  const [first] = all;
  if (!first) throw new Error('no quiz');
  const { onward } = journeyFrom(first, all);
  expect(onward.map(({ stop }) => [stop.id, stop.gone])).toEqual([
    ['two', undefined],
    ['gone', true],
  ]);
  const third = onward[0]?.stop.onward[0]?.stop;
  expect(third?.title).toBe('THREE');
  expect(third?.onward[0]?.stop).toEqual({ id: 'one', title: 'ONE', live: true, again: true, onward: [] });
  expect(leadingTo('two', all).map((x) => x.id)).toEqual(['one']);
});

test('the demo is a journey from its first question', () => {
  expect(new Set(handOversIn(demoQuiz('start')).map((h) => h.to))).toEqual(
    new Set(['tourer', 'overnight', 'repair', 'wishes']),
  );
  expect(handOversIn(demoQuiz('tourer')).map((h) => h.to)).toEqual(['overnight']);
});
