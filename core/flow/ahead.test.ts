import fc from 'fast-check';
import { anyQuiz } from '../../tests/any-quiz';
import { choice, demoQuiz, option, page, quiz, text } from '../../tests/quizzes';
import { rehearsedRun } from '../rehearsal/sampled';
import { without } from '../document/lookup';
import type { Page, Quiz } from '../schema/quiz';
import { viewsAhead } from './ahead';
import { currentPage, type Sent, startRun, step } from './run';
import { viewOf } from './view';

const ab = (id: string, more = {}) => choice(id, [option('a'), option('b')], more);
const of = (change: Partial<Page> = {}, second: Page = page('p2', [ab('q2')])) =>
  quiz([
    page('p1', [ab('q1')], change),
    second,
    page('p3', [ab('q3')]),
    page('p4', [ab('q4')]),
    page('p5', [ab('q5')]),
  ]);
const ids = (q: Quiz) => viewsAhead(q, startRun(q, { seed: 1 })).map((v) => v.page?.id);

test('the next three pages are known where nothing is decided', () => {
  expect(ids(of())).toEqual(['p2', 'p3', 'p4']);
});

const insert = { type: 'insert' as const, attrs: { value: 'answer' as const, ref: 'q1', fallback: '' } };
test.each<[string, Quiz]>([
  ['a rule', of({ routes: [{ when: { answer: 'q1', is: 'a' }, to: 'finish' }] })],
  ['another place', of({ otherwise: { page: 'p4' } })],
  ['a hold', of({ hold: { until: 'right' } })],
  ['a page that may be passed over', of({}, page('p2', [ab('q2')], { showIf: { answer: 'q1', is: 'a' } }))],
  ['a question that may not show', of({}, page('p2', [ab('q2', { showIf: { answer: 'q1', is: 'a' } })]))],
  [
    'words that tell the answer',
    of({}, page('p2', [text('q2', { prompt: { type: 'doc', content: [{ type: 'paragraph', content: [insert] }] } })])),
  ],
  [
    'a page that deals its questions, which may ask for anything',
    of({}, page('p2', [], { draw: { from: ['q5'], count: 1 } })),
  ],
  ['a clock', { ...of(), delivery: { limit: 60 } }],
  ['explanations after each page', { ...of(), delivery: { explain: 'after' } }],
])('nothing is known ahead of %s', (_, q) => {
  expect(ids(q)).toEqual([]);
});

test('what was said to come comes, as it was said, in any quiz and whatever is answered', () => {
  const follow = (q: Quiz, seed: number) => {
    const whole = rehearsedRun(q, seed);
    let run = startRun(q, { seed });
    let told: ReturnType<typeof viewsAhead> = [];
    for (let turn = 0; !run.finished && turn < 40; turn++) {
      const at = currentPage(q, run)?.id ?? '';
      if (told[0]) {
        // Answers that an earlier pass left here are the visitor's own, and known to them.
        expect(told[0]).toMatchObject(without(viewOf(q, run), 'answers', 'contact'));
      }
      told = told.length > 1 ? told.slice(1) : viewsAhead(q, run);
      const shown = whole.way.find((v) => v.page === at)?.shown ?? [];
      const own = <T>(given: Record<string, T>) =>
        Object.fromEntries(Object.entries(given).filter(([id]) => shown.includes(id)));
      const sent: Sent = { do: 'go', page: at, answers: own(whole.answers), contact: own(whole.contact) };
      const next = step(q, run, sent);
      if (!('run' in next)) return;
      run = next.run;
    }
  };
  for (const name of ['tourer', 'overnight', 'wishes', 'start', 'repair'])
    for (let seed = 1; seed <= 10; seed++) follow(demoQuiz(name), seed);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => follow(anyQuiz(seed), seed)),
    { numRuns: 25 },
  );
});
