import type { Quiz } from '../quiz/schema';
import { rehearse } from '../rehearse/odds';
import { choice, demoQuiz, option, page, quiz, result, strongest, text } from '../../tests/quizzes';
import { checkQuiz } from './check';

const ab = (id: string, more = {}) => choice(id, [option('a', { x: 1 }), option('b', { y: 1 })], more);
const good = quiz([page('p1', [ab('q1')])], {
  verdicts: [
    {
      ...strongest('v', ['x', 'y']),
      outcomes: [
        { id: 'x', name: 'X', body: 'x' },
        { id: 'y', name: 'Y', body: 'y' },
      ],
    },
  ],
});
const letter = { id: 'm', name: 'Letter', to: 'visitor' as const, subject: 'Hello', body: 'Hello' };
const contact = {
  id: 'c',
  kind: 'contact' as const,
  prompt: 'Where?',
  fields: [{ id: 'email', label: 'E-mail', format: 'email' as const }],
};

const codes = (q: Quiz) => checkQuiz(q, rehearse(q, { visitors: 500 })).map((f) => f.code);

describe('the check', () => {
  it('finds nothing in a good quiz, nor in the demo', () => {
    expect(checkQuiz(good, rehearse(good))).toEqual([]);
    const tourer = demoQuiz('tourer');
    expect(checkQuiz(tourer, rehearse(tourer))).toEqual([]);
  });
  test.each<[string, Quiz, Quiz]>([
    ['no-pages', quiz([result()]), good],
    ['no-questions', quiz([page('p1', [{ id: 'b', kind: 'words', body: 'Hello' }])]), good],
    ['choice-too-few-options', quiz([page('p1', [choice('q1', [option('a')])])]), good],
    ['empty-text', quiz([page('p1', [choice('q1', [option('a'), option('b', {}, { text: '' })])])]), good],
    [
      'duplicate-option',
      quiz([page('p1', [choice('q1', [option('a', {}, { text: 'Tea' }), option('b', {}, { text: ' tea' })])])]),
      quiz([page('p1', [choice('q1', [option('a', {}, { text: 'Tea' }), option('b', {}, { text: 'teas' })])])]),
    ],
    [
      'several-keys-one-pick',
      quiz([page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b', {}, { credit: 1 })])])]),
      quiz([page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b', {}, { credit: 0.5 })])])]),
    ],
    [
      'key-missing',
      quiz([
        page('p1', [
          choice('q1', [option('a', {}, { credit: 1 }), option('b')]),
          choice('q2', [option('a'), option('b')]),
        ]),
      ]),
      quiz([page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b')]), text('q2')])]),
    ],
    ['unknown-reference', quiz([page('p1', [choice('q1', [option('a', { gone: 1 }), option('b')])])]), good],
    ['route-target-missing', quiz([page('p1', [ab('q1')], { otherwise: { page: 'gone' } })]), good],
    [
      'condition-type',
      quiz([page('p1', [text('q1')], { routes: [{ when: { answer: 'q1', is: 'a' }, to: 'finish' }] })]),
      quiz([page('p1', [text('q1')], { routes: [{ when: { answer: 'q1', answered: true }, to: 'finish' }] })]),
    ],
    [
      'outcome-missing',
      quiz([page('p1', [ab('q1')])], { verdicts: [strongest('v', ['x', 'y'], { fallback: 'z' })] }),
      good,
    ],
    [
      'mail-without-address',
      quiz(good.pages, { messages: [letter] }),
      quiz([page('p1', [ab('q1'), contact])], { messages: [letter] }),
    ],
    [
      'consent-missing',
      quiz([page('p1', [ab('q1'), contact])], { messages: [letter] }),
      quiz([page('p1', [ab('q1'), contact])]),
    ],
    [
      'page-unreachable',
      quiz([page('p1', [ab('q1')], { otherwise: 'finish' }), page('p2', [ab('q2')])], { verdicts: good.verdicts }),
      good,
    ],
    ['outcome-unreachable', quiz(good.pages, { verdicts: [strongest('v', ['x', 'y', 'z'])] }), good],
    [
      'outcome-dominates',
      quiz([page('p1', [choice('q1', [option('a', { x: 1 }), option('b', { x: 1 }), option('c', { y: 1 })])])], {
        verdicts: [strongest('v', ['x', 'y'])],
      }),
      good,
    ],
    [
      'tie-likely',
      quiz([page('p1', [ab('q1')]), page('p2', [ab('q2')])], { verdicts: [strongest('v', ['x', 'y'])] }),
      good,
    ],
  ])('finds %s, and not where it barely is not', (code, bad, fine) => {
    expect(codes(bad)).toContain(code);
    expect(codes(fine)).not.toContain(code);
  });
  it('puts errors first and says where', () => {
    const found = checkQuiz(
      quiz([
        page('p1', [
          choice('q1', [
            option('a', {}, { text: 'Tea' }),
            option('b', {}, { text: 'tea' }),
            option('c', {}, { text: '' }),
          ]),
        ]),
      ]),
    );
    expect(found[0]).toMatchObject({ code: 'empty-text', severity: 'error', where: ['p1', 'q1', 'c'] });
    expect(
      found.some((f) => f.code === 'duplicate-option' && f.severity === 'warning' && f.where.join() === 'p1,q1,b'),
    ).toBe(true);
  });
});
