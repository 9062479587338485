/** The journey of any visitors through any quiz, and how each of them ended. */
import { anyAnswer, anyQuiz, dice } from '../../tests/any-quiz';
import { choice, option, page, quiz, result } from '../../tests/quizzes';
import { isQuestion } from '../document/lookup';
import { LOOK_OVER } from '../flow/look-over';
import { currentPage, foldRun, goOn, type Run, startRun } from '../flow/run';
import type { Page, Quiz } from '../schema/quiz';
import { countsOf, journeyOf } from './counts';

/** A visitor who answers anything, and goes away after so many pages. */
function anyRun(q: Quiz, seed: number, most: number): Run {
  const d = dice(seed, 'visitor');
  let run = startRun(q, { seed });
  for (let pages = 0; pages < most && !run.finished; pages++) {
    const at = currentPage(q, run);
    if (!at) break;
    for (const question of at.blocks.filter(isQuestion)) {
      const answer = anyAnswer(d, question);
      if (answer !== undefined) run = { ...run, answers: { ...run.answers, [question.id]: answer } };
    }
    run = goOn(q, run, at, { oneTry: true });
  }
  return run;
}

const counter = (runs: readonly string[][]) => (key: string) => runs.filter((keys) => keys.includes(key)).length;

it.each(Array.from({ length: 150 }, (_, seed) => seed))(
  'adds up: losses and finishers are all who started (%i)',
  (seed) => {
    const q = anyQuiz(seed, { back: true });
    const runs = Array.from({ length: 12 }, (_, i) => countsOf(q, anyRun(q, 100 * seed + i, i), true));
    const count = counter(runs);
    const steps = journeyOf(q, count);
    const lost = steps.filter(({ key }) => key.startsWith('leave ')).reduce((sum, step) => sum + step.lost, 0);
    expect(lost + count('finished')).toBe(count('started'));
    // Nobody is lost at a page they did not come to.
    for (const { key, lost: own, entered } of steps)
      if (key.startsWith('leave ')) expect(own).toBeLessThanOrEqual(entered);
  },
);

describe('a run that has finished', () => {
  const q = (more: Partial<Page> = {}, delivery = {}) =>
    quiz(
      [
        { ...page('p1', [choice('q1', [option('a'), option('b')])]), ...more },
        page('p2', [choice('q2', [option('a')], { required: false })]),
        result('end', []),
      ],
      { delivery },
    );
  const go = (on: string, answers = {}) => ({ do: 'go' as const, page: on, answers });
  const ends = (document: Quiz, ...sent: Parameters<typeof foldRun>[2]) =>
    countsOf(document, foldRun(document, { seed: 1 }, sent), true).filter((key) =>
      /^(end|stop|again|finished)/.test(key),
    );
  it('has come to its end', () => expect(ends(q(), go('p1', { q1: ['a'] }), go('p2'))).toEqual(['finished']));
  it('has come to its end when its answers were looked over', () =>
    expect(ends(q({}, { lookOver: true }), go('p1', { q1: ['a'] }), go('p2'), go(LOOK_OVER))).toEqual(['finished']));
  it('was ended before by a rule', () => {
    const early = q({ routes: [{ when: { answer: 'q1', is: 'a' }, to: 'finish' }] });
    expect(ends(early, go('p1', { q1: ['a'] }))).toEqual(['finished', 'end early']);
    expect(ends(early, go('p1', { q1: ['b'] }))).toEqual(['stop p2']);
  });
  it('was ended before by a gate that was not met', () => {
    const q1 = choice('q1', [option('a', {}, { credit: 1 }), option('b')]);
    const gated = q({ blocks: [q1], hold: { until: 'right', tries: 1, then: 'finish' } });
    expect(ends(gated, go('p1', { q1: ['b'] }))).toEqual(['finished', 'end early']);
    expect(ends(gated, go('p1', { q1: ['a'] }))).toEqual(['stop p2']);
  });
  it('was led to another quiz', () =>
    expect(ends(q({ otherwise: { quiz: 'other' } }), go('p1', { q1: ['a'] }))).toEqual(['finished', 'end away']));
  it('was ended by the clock', () =>
    expect(ends(q({}, { limit: 60 }), { do: 'time', of: 'quiz', page: 'p1' })).toEqual(['finished', 'end clock']));
  it('came to a page again', () => {
    const round = q({ otherwise: { page: 'p2' } });
    const [first, second, last] = round.pages;
    const back = { ...round, pages: [first, { ...second, otherwise: { page: 'p1' } }, last] } as Quiz;
    expect(ends(back, go('p1', { q1: ['a'] }), go('p2'))).toEqual(['again p1', 'stop p1']);
  });
});
