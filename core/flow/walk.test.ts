import fc from 'fast-check';
import { anyAnswers, anyQuiz } from '../../tests/any-quiz';
import { choice, option, page, quiz, result, text } from '../../tests/quizzes';
import { tries } from '../../tests/tries';
import type { Page, Quiz } from '../schema/quiz';
import { resultOf } from './result';
import { recordFault, walk } from './walk';
import { viewOf } from './view';
import { foldRun } from './run';

const ab = (id: string, more = {}) => choice(id, [option('a'), option('b')], { required: false, ...more });
const right = (id: string) => choice(id, [option('a', {}, { credit: 1 }), option('b')]);
const way = (q: Quiz, answers: Record<string, string[] | string> = {}) => {
  const { run, stopped } = walk(q, { id: 'r', answers });
  return { way: run.way.map((v) => v.page).join(' '), finished: run.finished, stopped };
};

describe('a walk of recorded answers', () => {
  it('passes over required answers that are missing', () => {
    expect(way(quiz([page('p1', [ab('q1', { required: true })]), page('p2', [ab('q2')])]))).toMatchObject({
      way: 'p1 p2 end',
      finished: true,
    });
  });
  it('ends where it would go round for ever, with its way so far', () => {
    const round = quiz([page('p1', [ab('q1')]), page('p2', [ab('q2')], { otherwise: { page: 'p1' } })]);
    expect(way(round, { q1: ['a'] })).toEqual({ way: 'p1 p2 p1 p2', finished: false, stopped: 'loop' });
    expect(way(quiz([page('p1', [ab('q1')], { otherwise: 'again' })]), { q1: ['a'] })).toMatchObject({
      stopped: 'loop',
      finished: false,
    });
  });
  it('goes on where a question newly shown changes something', () => {
    const q = quiz([
      page('p1', [ab('q1'), ab('q1b', { showIf: { answer: 'q2', answered: true } })], {
        routes: [{ when: { answer: 'q1b', is: 'b' }, to: 'finish' }],
      }),
      page('p2', [ab('q2')], { otherwise: { page: 'p1' } }),
    ]);
    expect(way(q, { q1: ['a'], q2: ['a'], q1b: ['b'] })).toEqual({
      way: 'p1 p2 p1 end',
      finished: true,
      stopped: undefined,
    });
  });
  it('gives a held page one try, and then goes to its `then`', () => {
    const held = quiz([
      page('p1', [right('q1')], { hold: { until: 'right', tries: 3, then: { page: 'p3' } } }),
      page('p2', [ab('q2')], { otherwise: 'finish' }),
      page('p3', [ab('q3')]),
    ]);
    expect(way(held, { q1: ['a'] }).way).toBe('p1 p2 end');
    expect(way(held, { q1: ['b'] }).way).toBe('p1 p3 end');
  });
  it('leaves for another quiz or address as finished, without a result page', () => {
    const q = quiz([
      page('p1', [ab('q1')], {
        routes: [{ when: { answer: 'q1', is: 'a' }, to: { quiz: 'other' } }],
        otherwise: { url: 'https://slowspoke.test' },
      }),
    ]);
    expect(way(q, { q1: ['a'] })).toMatchObject({ way: 'p1', finished: true });
    expect(walk(q, { id: 'r', answers: { q1: ['b'] } }).run.left).toEqual({ url: 'https://slowspoke.test' });
  });
  it('takes the first result page whose condition holds', () => {
    const q = quiz([
      page('p1', [ab('q1')]),
      { ...result('r1'), showIf: { answer: 'q1', is: 'b' } },
      result('r2'),
      result('r3'),
    ]);
    expect(way(q, { q1: ['a'] }).way).toBe('p1 r2');
    expect(way(q, { q1: ['b'] }).way).toBe('p1 r1');
  });
  it('tells what does not fit the quiz', () => {
    const q = quiz([page('p1', [ab('q1'), text('q2')])]);
    expect(recordFault(q, { id: 'r', answers: { q9: ['a'] } })).toBe('/answers/q9: there is no question of this id');
    expect(recordFault(q, { id: 'r', answers: { q1: ['z'] } })).toBe('/answers/q1: there is no option "z"');
    expect(recordFault(q, { id: 'r', answers: { q2: 7 as never } })).toBe('/answers/q2: words are expected');
    expect(recordFault(q, { id: 'r', known: { source: 'x' } })).toBe('/known/source: the quiz declares no such value');
    expect(recordFault(q, { id: 'r', answers: { q1: ['a'], q2: '' } })).toBeNull();
  });
  it('tells of fields and reviews that the quiz does not have', () => {
    const q = quiz(
      [
        page('p1', [
          ab('q1'),
          { id: 'c', kind: 'contact', prompt: 'c', fields: [{ id: 'name', label: 'N', format: 'name' }] },
        ]),
      ],
      { known: [{ id: 'source', from: 'address' }] },
    );
    expect(recordFault(q, { id: 'r', contact: { mail: 'x' } })).toBe('/contact/mail: no contact form asks for this');
    expect(recordFault(q, { id: 'r', reviews: { q9: 1 } })).toBe('/reviews/q9: there is no question of this id');
    expect(recordFault(q, { id: 'r', known: { other: 'x' } })).toBe('/known/other: the quiz declares no such value');
    expect(
      recordFault(q, {
        id: 'r',
        contact: { name: 'x' },
        reviews: { q1: 1 },
        known: { source: 'x' },
        answers: { q1: ['a'] },
      }),
    ).toBeNull();
  });
  it('takes known values, contacts and marks by hand along', () => {
    const q = quiz(
      [
        page('p1', [
          { id: 'e', kind: 'essay', prompt: 'e', review: true },
          {
            id: 'c',
            kind: 'contact',
            prompt: 'c',
            skippable: true,
            fields: [
              { id: 'name', label: 'N', format: 'name' },
              { id: 'email', label: 'E', format: 'email' },
            ],
          },
        ]),
      ],
      { known: [{ id: 'source', from: 'address' }] },
    );
    const at = (recorded: object) => walk(q, { id: 'r', answers: { e: 'words' }, ...recorded }).run;
    expect(at({ known: { source: 'fair' }, contact: { name: 'Ada' }, reviews: { e: 0.5 }, seed: 7 })).toMatchObject({
      known: { source: 'fair' },
      contact: { c: { fields: { name: 'Ada' } } },
      reviews: { e: 0.5 },
      seed: 7,
    });
    expect(at({})).toMatchObject({ known: { source: '' }, contact: { c: { skipped: true } }, reviews: {}, seed: 1 });
    expect(at({}).contact['c']).not.toHaveProperty('fields');
    expect(resultOf(q, at({ reviews: { e: 0.5 } })).marks.awarded).toBe(0.5);
  });
  it('of a quiz without a page to ask on is finished at once', () => {
    expect(walk(quiz([result('r1')]), { id: 'r' }).run).toMatchObject({ finished: true, way: [{ page: 'r1' }] });
  });
});

describe('a held page', () => {
  const held = quiz([
    page('p1', [right('q1')], { hold: { until: 'right', tries: 3, then: 'finish' } }),
    page('p2', [ab('q2')]),
  ]);
  const go = (a: string) => ({ do: 'go' as const, page: 'p1', answers: { q1: [a] } });
  it('is left when it is right, with the marks of the first try', () => {
    const run = foldRun(held, { seed: 1 }, [go('b'), go('a')]);
    expect(run.way.map((v) => v.page)).toEqual(['p1', 'p2']);
    expect(run.tries).toEqual({ p1: 2 });
    expect(resultOf(held, run).questions['q1']).toEqual({ credit: 0, awarded: 0 });
    expect(resultOf(held, foldRun(held, { seed: 1 }, [go('a')])).questions['q1']).toEqual({ credit: 1, awarded: 1 });
  });
  it('lets go after its tries', () => {
    expect(foldRun(held, { seed: 1 }, [go('b'), go('b')]).way.map((v) => v.page)).toEqual(['p1']);
    expect(foldRun(held, { seed: 1 }, [go('b'), go('b'), go('b')])).toMatchObject({ finished: true, tries: { p1: 3 } });
  });
  it('counts tries that conditions can ask for', () => {
    const q = quiz([
      page('p1', [ab('q1')], { routes: [{ when: { attempt: true, ge: 3 }, to: 'finish' }], otherwise: 'again' }),
    ]);
    const sent = { do: 'go' as const, page: 'p1', answers: { q1: ['a'] } };
    expect(foldRun(q, { seed: 1 }, [sent, sent]).finished).toBe(false);
    expect(foldRun(q, { seed: 1 }, [sent, sent, sent]).finished).toBe(true);
  });
});

describe('time', () => {
  const q = quiz([
    page('p1', [ab('q1', { required: true }), text('q2', { required: true })], { limit: 30 }),
    page('p2', [ab('q3')]),
  ]);
  it('over on a page takes what is there, wrong or missing as it may be, and goes on', () => {
    const run = foldRun(q, { seed: 1 }, [
      { do: 'time', of: 'page', page: 'p1', answers: { q1: ['a'], q2: 7 as never, q9: ['a'] } },
    ]);
    expect(run.answers).toEqual({ q1: ['a'] });
    expect(run.way.at(-1)?.page).toBe('p2');
  });
  it('over for the quiz finishes it', () => {
    expect(foldRun(q, { seed: 1 }, [{ do: 'time', of: 'quiz', page: 'p1' }])).toMatchObject({ finished: true });
  });
});

describe('a draw', () => {
  const pool = Array.from({ length: 8 }, (_, i) => ab(`b${i}`, { topic: i % 2 ? 'kit' : 'road' }));
  const q: Quiz = {
    ...quiz([
      page('p1', [{ id: 'w', kind: 'words', body: 'Now:' }, ab('here')], {
        draw: { from: 'bank', count: 3, byTopic: { kit: 2 } },
      }),
    ]),
    bank: pool,
    topics: [
      { id: 'kit', name: 'Kit' },
      { id: 'road', name: 'Road' },
    ],
  };
  const drawn = (seed: number) => viewOf(q, foldRun(q, { seed }, [])).page?.blocks.map((b) => b.id) ?? [];
  it('replaces the questions of its page by a random pick, the same for the same seed', () => {
    expect(drawn(1)).toEqual(drawn(1));
    expect(new Set(Array.from({ length: 20 }, (_, seed) => drawn(seed).join())).size).toBeGreaterThan(5);
    for (let seed = 0; seed < 20; seed++) {
      const ids = drawn(seed);
      expect(ids[0]).toBe('w');
      expect(ids).toHaveLength(4);
      expect(ids.filter((id) => ['b1', 'b3', 'b5', 'b7'].includes(id)).length).toBeGreaterThanOrEqual(2);
    }
  });
});

describe('properties of any quiz', () => {
  const seeds = fc.integer({ min: 1, max: 1e9 });
  const read = (q: Quiz, seed: number, answered = q) => {
    const { run, stopped } = walk(q, { id: 'r', answers: anyAnswers(seed, answered) });
    return { ...resultOf(q, run), stopped };
  };
  it('walking ends, and every score lies between lowest and highest', () => {
    fc.assert(
      fc.property(seeds, seeds, fc.boolean(), (a, b, back) => {
        // Of all questions, some may not be on the way: then the range is not the visitor's own.
        const q = { ...anyQuiz(a, { back }), scoring: { of: 'seen' as const } };
        const { scales, topics, marks } = read(q, b);
        for (const { points, lowest, highest } of [
          ...Object.values(scales),
          ...Object.values(topics).flatMap((t) => Object.values(t.scales)),
        ]) {
          if (points === null) continue;
          if (lowest !== null) expect(points).toBeGreaterThanOrEqual(lowest - 1e-8);
          if (highest !== null) expect(points).toBeLessThanOrEqual(highest + 1e-8);
        }
        expect(marks.awarded).toBeLessThanOrEqual(marks.possible + 1e-9);
      }),
      tries(200),
    );
  });
  it('a page that nobody can come to changes no result', () => {
    fc.assert(
      fc.property(seeds, seeds, (a, b) => {
        const q = { ...anyQuiz(a, { back: true }), scoring: { of: 'seen' as const } };
        const lost: Page = page('lost', [choice('lost-q', [option('a', { s: 100, x: 100 }, { credit: 1 })])], {
          showIf: { all: [{ known: 'never', is: 'x' }] },
        });
        const more = { ...q, pages: [lost, ...q.pages] };
        expect(read(more, b, q)).toEqual(read(q, b));
      }),
    );
  });
  it('renaming every id changes nothing but names', () => {
    const ids = /"(q\d\d|p\d|[sm]|[xyz]|[br]\d|o\d|i\d|l\d|g\d|c\d|t\d|end|v|b|r)"/g;
    // Formulas hold names too; they are left out here.
    const renamed = <T>(value: T): T => JSON.parse(JSON.stringify(value).replace(ids, '"$1-new"')) as T;
    fc.assert(
      fc.property(seeds, seeds, (a, b) => {
        const plain = anyQuiz(a, { back: true });
        const q = {
          ...plain,
          scales: plain.scales.filter((s) => !s.formula),
          verdicts: plain.verdicts.filter((v) => v.by !== 'bands'),
        };
        const answers = anyAnswers(b, q);
        const other = { ...renamed({ ...q, format: undefined }), format: q.format } as Quiz;
        const now = walk(other, { id: 'r', answers: renamed(answers) });
        const before = walk(q, { id: 'r', answers });
        expect(JSON.stringify(resultOf(other, now.run))).toBe(JSON.stringify(renamed(resultOf(q, before.run))));
      }),
    );
  });
});
