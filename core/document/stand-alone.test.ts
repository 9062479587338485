import { choice, demoQuiz, option, page, quiz, result } from '../../tests/quizzes';
import { checkQuiz } from '../findings/check';
import { standAlone } from './stand-alone';

describe('a quiz that stands alone', () => {
  it('leads to no other quiz, and everything else stays as it was', () => {
    const q = choice('q', [option('a', {}, { credit: 1 }), option('b')]);
    const away = { quiz: 'other' };
    const made = quiz([
      page('p1', [q], {
        routes: [
          { when: { answer: 'q', is: 'a' }, to: away },
          { when: { answer: 'q', is: 'b' }, to: { page: 'p2' } },
        ],
        otherwise: away,
      }),
      page('p2', [], { otherwise: 'finish', hold: { until: 'right', tries: 2, then: away } }),
      result('end', [
        { id: 'over', kind: 'hand-over', quiz: 'other' },
        { id: 'w', kind: 'words', body: 'Bye' },
      ]),
    ]);
    expect(standAlone(made).pages).toEqual([
      page('p1', [q], { routes: [{ when: { answer: 'q', is: 'b' }, to: { page: 'p2' } }] }),
      page('p2', [], { otherwise: 'finish', hold: { until: 'right', tries: 2 } }),
      result('end', [{ id: 'w', kind: 'words', body: 'Bye' }]),
    ]);
    expect(standAlone(quiz([page('p', [q])]))).toEqual(quiz([page('p', [q])]));
  });

  it('has no error, of those that others start from', () => {
    for (const name of ['tourer', 'overnight', 'repair'])
      expect(
        checkQuiz(standAlone(demoQuiz(name)), undefined, { published: new Set() }).map((f) => f.severity),
      ).not.toContain('error');
  });
});
