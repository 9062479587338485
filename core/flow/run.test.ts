import fc from 'fast-check';
import { choice, demoQuiz, option, page, quiz, result, strongest, text } from '../../tests/quizzes';
import { rehearsedRun } from '../rehearsal/sampled';
import { resultOf } from './result';
import { LOOK_OVER } from './look-over';
import { currentPage, foldRun, type Run, type Sent, startRun, step } from './run';
import { progressOf } from './progress';
import { viewOf } from './view';

const go = (on: string, answers?: Record<string, string[] | string>): Sent => ({
  do: 'go',
  page: on,
  ...(answers ? { answers } : {}),
});
const ab = (id: string, more = {}) => choice(id, [option('a', { x: 1 }), option('b', { y: 1 })], more);
const three = quiz([page('p1', [ab('q1')]), page('p2', [ab('q2')]), page('p3', [ab('q3', { required: false })])], {
  verdicts: [strongest('v', ['x', 'y'])],
});

describe('the way', () => {
  it('goes from page to page and ends on the result', () => {
    const run = foldRun(three, { seed: 1 }, [go('p1', { q1: ['a'] }), go('p2', { q2: ['b'] }), go('p3')]);
    expect(run.way.map((v) => v.page)).toEqual(['p1', 'p2', 'p3', 'end']);
    expect(run.finished).toBe(true);
  });
  it('follows routes in order, the first that holds', () => {
    const q = quiz([
      page('p1', [ab('q1')], {
        routes: [
          { when: { answer: 'q1', is: 'a' }, to: { page: 'p3' } },
          { when: { answer: 'q1', answered: true }, to: 'finish' },
        ],
      }),
      page('p2', [ab('q2')]),
      page('p3', [ab('q3')]),
    ]);
    expect(foldRun(q, { seed: 1 }, [go('p1', { q1: ['a'] })]).way.at(-1)?.page).toBe('p3');
    expect(foldRun(q, { seed: 1 }, [go('p1', { q1: ['b'] })]).way.at(-1)?.page).toBe('end');
  });
  it('skips pages whose condition fails, and shows blocks on condition', () => {
    const q = quiz([
      page('p1', [ab('q1'), text('why', { required: true, showIf: { answer: 'q1', is: 'b' } })]),
      page('p2', [ab('q2')], { showIf: { answer: 'q1', is: 'b' } }),
      page('p3', [ab('q3')]),
    ]);
    expect(foldRun(q, { seed: 1 }, [go('p1', { q1: ['a'] })]).way.at(-1)?.page).toBe('p3');
    expect(step(q, startRun(q, { seed: 1 }), go('p1', { q1: ['b'] }))).toMatchObject({
      refused: [{ block: 'why', code: 'required' }],
    });
    expect(foldRun(q, { seed: 1 }, [go('p1', { q1: ['b'], why: 'because' })]).way.at(-1)?.page).toBe('p2');
  });
  it('counts only what is on the way: going back and elsewhere drops the branch', () => {
    const q = quiz(
      [
        page('p1', [ab('q1')], { routes: [{ when: { answer: 'q1', is: 'b' }, to: { page: 'p3' } }] }),
        page('p2', [ab('q2')]),
        page('p3', [ab('q3')]),
      ],
      { verdicts: [strongest('v', ['x', 'y'])] },
    );
    const run = foldRun(q, { seed: 1 }, [
      go('p1', { q1: ['a'] }),
      go('p2', { q2: ['a'] }),
      { do: 'back', page: 'p3' },
      { do: 'back', page: 'p2' },
      go('p1', { q1: ['b'] }),
      go('p3', { q3: ['b'] }),
    ]);
    expect(resultOf(q, run).verdicts['v']?.tallies).toEqual({ x: 0, y: 2 });
    expect(run.answers['q2']).toEqual(['a']);
  });
  it('ends a quiz that goes round and round', () => {
    const q = quiz([page('p1', [ab('q1', { required: false })], { otherwise: { page: 'p1' } })]);
    const run = foldRun(
      q,
      { seed: 1 },
      Array.from({ length: 600 }, () => go('p1')),
    );
    expect(run).toMatchObject({ finished: true, stopped: 'visits', visits: 500 });
  });
  it('takes known values that the quiz declares, and only those', () => {
    const q = quiz([page('p1', [ab('q1')])], {
      known: [{ id: 'source', from: 'address', param: 's', default: 'nowhere' }],
    });
    expect(startRun(q, { seed: 1, known: { source: 'letter', role: 'admin' } }).known).toEqual({ source: 'letter' });
    expect(startRun(q, { seed: 1 }).known).toEqual({ source: 'nowhere' });
  });
});

describe('what is refused', () => {
  const many = quiz([
    page('p1', [
      choice(
        'q1',
        ['a', 'b', 'c', 'd'].map((id) => option(id)),
        { pick: 'many', min: 2, max: 3 },
      ),
    ]),
  ]);
  const contact = quiz([
    page('p1', [
      {
        id: 'c',
        kind: 'contact',
        prompt: 'Where to?',
        fields: [{ id: 'email', label: 'E-mail', format: 'email', required: true }],
        consent: { text: 'Yes', version: 2, required: true },
      },
    ]),
  ]);
  const given = (fields: Record<string, string>, consent?: number): Sent => ({
    do: 'go',
    page: 'p1',
    contact: { c: { fields, ...(consent ? { consent } : {}) } },
  });
  test.each<[string, ReturnType<typeof quiz>, Sent, string]>([
    ['nothing where something is required', three, go('p1'), 'required'],
    ['an answer that is not offered', three, go('p1', { q1: ['z'] }), 'unknown'],
    ['words where a choice is expected', three, go('p1', { q1: 'a' }), 'unknown'],
    ['two answers to a pick of one', three, go('p1', { q1: ['a', 'b'] }), 'too-many'],
    ['an answer to another page', three, go('p1', { q1: ['a'], q2: ['a'] }), 'unknown'],
    ['a page that was left', three, go('p2', { q2: ['a'] }), 'wrong-page'],
    ['too few', many, go('p1', { q1: ['a'] }), 'too-few'],
    ['too many', many, go('p1', { q1: ['a', 'b', 'c', 'd'] }), 'too-many'],
    ['the same answer twice', many, go('p1', { q1: ['a', 'a'] }), 'unknown'],
    ['back from the first page', three, { do: 'back', page: 'p1' }, 'no-back'],
    [
      'no contact where it cannot be skipped',
      contact,
      { do: 'go', page: 'p1', contact: { c: { skipped: true } } },
      'required',
    ],
    ['an address that is none', contact, given({ email: 'wren@' }, 2), 'not-an-email'],
    ['a contact without consent', contact, given({ email: 'wren@slowspoke.test' }), 'consent'],
    ['consent to other words', contact, given({ email: 'wren@slowspoke.test' }, 1), 'consent'],
    ['a field that is not asked for', contact, given({ email: 'wren@slowspoke.test', role: 'admin' }, 2), 'unknown'],
  ])('%s', (_name, q, sent, code) => {
    const refused = step(q, startRun(q, { seed: 1 }), sent);
    expect('refused' in refused && refused.refused.map((r) => r.code)).toContain(code);
  });
});

test('what is late says so in words, and changes nothing', () => {
  const run = foldRun(three, { seed: 1 }, [go('p1', { q1: ['a'] })]);
  expect(step(three, run, go('p1', { q1: ['b'] }))).toEqual({
    refused: [{ block: null, code: 'wrong-page', message: 'This page has been left already.' }],
  });
  expect(step(three, startRun(three, { seed: 1 }), { do: 'back', page: 'p1' })).toEqual({
    refused: [{ block: null, code: 'no-back', message: 'There is no way back from here.' }],
  });
  const over = foldRun(three, { seed: 1 }, [go('p1', { q1: ['a'] }), go('p2', { q2: ['b'] }), go('p3')]);
  // The time of a run that is over changes nothing.
  expect(step(three, over, { do: 'time', of: 'quiz', page: 'end' })).toEqual({ run: over });
});

describe('progress', () => {
  it('counts the pages behind, not the one one stands on', () => {
    expect(progressOf(three, startRun(three, { seed: 1 }))).toEqual({ at: 0, of: 3 });
    expect(progressOf(three, foldRun(three, { seed: 1 }, [go('p1', { q1: ['a'] })]))).toEqual({ at: 1, of: 3 });
  });
});

/** What a rehearsed visitor sent from a page. */
function sentFrom({ way, answers, contact }: Run, at: string): Sent {
  const shown = way.find((v) => v.page === at)?.shown ?? [];
  const own = <T>(given: Record<string, T>) =>
    Object.fromEntries(Object.entries(given).filter(([id]) => shown.includes(id)));
  return { do: 'go', page: at, answers: own(answers), contact: own(contact) };
}

describe('properties', () => {
  const tourer = demoQuiz('tourer');
  const ids = tourer.pages.map((p) => p.id);
  const anySent: fc.Arbitrary<Sent> = fc.oneof(
    fc.record({
      do: fc.constant('go' as const),
      page: fc.constantFrom(...ids),
      answers: fc.dictionary(
        fc.constantFrom('q-saturday', 'q-bags', 'q-word', 'nothing'),
        fc.oneof(fc.array(fc.constantFrom('lane', 'map', 'tarp', 'teapot', 'zzz'), { maxLength: 4 }), fc.string()),
      ),
    }),
    fc.record({ do: fc.constant('back' as const), page: fc.constantFrom(...ids) }),
    fc.record({ do: fc.constant('offer' as const), outcome: fc.constantFrom('lane-drifter', 'none') }),
  );

  it('walking never throws, and every prefix can be stored and gone on with', () => {
    fc.assert(
      fc.property(fc.array(anySent, { maxLength: 20 }), fc.integer({ min: 0, max: 20 }), (sent, cut) => {
        const whole = foldRun(tourer, { seed: 3 }, sent);
        const stored = JSON.parse(JSON.stringify(sent.slice(0, cut))) as Sent[];
        expect(foldRun(tourer, { seed: 3 }, [...stored, ...sent.slice(cut)])).toEqual(whole);
      }),
    );
  });
  it('a step leaves the run that it was given as it was', () => {
    const frozen = <T>(thing: T): T => {
      if (typeof thing === 'object' && thing !== null) Object.values(Object.freeze(thing)).forEach(frozen);
      return thing;
    };
    for (const name of ['tourer', 'repair', 'overnight']) {
      const q = demoQuiz(name);
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 1e6 }), fc.boolean(), (seed, back) => {
          const whole = rehearsedRun(q, seed);
          let run = frozen(startRun(q, { seed }));
          for (let turn = 0; !run.finished && turn < 60; turn++) {
            const at = currentPage(q, run)?.id ?? '';
            const next = step(q, run, back && turn % 3 === 2 ? { do: 'back', page: at } : sentFrom(whole, at));
            // A frozen run that is changed throws.
            run = frozen('run' in next ? next.run : run);
          }
        }),
        { numRuns: 10 },
      );
    }
  });
  it('going back and answering again equals having answered so at once', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 0, max: 8 }), (seed, at) => {
        const run = rehearsedRun(tourer, seed);
        const sent = run.way.slice(0, -1).map((v): Sent => ({
          do: 'go',
          page: v.page,
          answers: Object.fromEntries(v.shown.flatMap((b) => (run.answers[b] ? [[b, run.answers[b]]] : []))),
          contact: Object.fromEntries(v.shown.flatMap((b) => (run.contact[b] ? [[b, run.contact[b]]] : []))),
        }));
        const there = run.way[at]?.page ?? '';
        const detour: Sent[] = [
          ...sent.slice(0, at),
          { do: 'go', page: there, answers: { 'q-saturday': ['lane'] } },
          { do: 'back', page: ids[at + 1] ?? '' },
          ...sent.slice(at),
        ];
        expect(resultOf(tourer, foldRun(tourer, { seed: 1 }, detour))).toEqual(
          resultOf(tourer, foldRun(tourer, { seed: 1 }, sent)),
        );
      }),
    );
  });
});

describe('what the browser may see', () => {
  const secret = quiz(
    [
      page(
        'p1',
        [
          choice('q1', [option('a', { x: 17 }, { credit: 1 }), option('b', { y: 18 })], { shuffle: true, marks: 23 }),
          text('q2', { accept: [{ text: 'hidden word', credit: 1 }] }),
        ],
        {
          routes: [{ when: { answer: 'q1', is: 'b' }, to: { page: 'p3' } }],
        },
      ),
      page('p2', [ab('q3')]),
      page('p3', [ab('q4')]),
      result('end', [{ id: 'b', kind: 'verdict', verdict: 'v' }]),
    ],
    {
      verdicts: [
        {
          ...strongest('v', ['x', 'y']),
          outcomes: [
            { id: 'x', name: 'Outcome X', body: 'text of x' },
            { id: 'y', name: 'Outcome Y', body: 'text of y' },
          ],
        },
      ],
    },
  );
  it('is neither key, nor weight, nor route, nor accepted word, nor outcome', () => {
    const seen = JSON.stringify(viewOf(secret, startRun(secret, { seed: 1 })));
    for (const word of [
      'weights',
      'credit',
      '17',
      '18',
      '23',
      'hidden word',
      'p3',
      'q4',
      'Outcome',
      'text of',
      'accept',
      'routes',
    ])
      expect(seen).not.toContain(word);
  });
  it('is only the outcome that was reached', () => {
    const run = foldRun(secret, { seed: 1 }, [go('p1', { q1: ['b'] }), go('p3', { q4: ['b'] })]);
    const seen = JSON.stringify(viewOf(secret, run));
    expect(seen).toContain('text of y');
    expect(seen).not.toContain('text of x');
  });
  it('is shuffled by the seed alone', () => {
    const big = quiz([
      page('p1', [
        choice(
          'q1',
          Array.from({ length: 12 }, (_, i) => option(`o${i}`)),
          { shuffle: true },
        ),
      ]),
    ]);
    const order = (seed: number) => JSON.stringify(viewOf(big, startRun(big, { seed })).page?.blocks);
    expect(order(5)).toBe(order(5));
    expect(order(5)).not.toBe(order(6));
  });
});

describe('looking over all answers', () => {
  const over = quiz([page('p', [ab('q')]), page('r', [ab('u')])], {
    verdicts: [strongest('v', ['x', 'y'])],
    delivery: { lookOver: true },
  });
  const sent: Sent[] = [
    { do: 'go', page: 'p', answers: { q: ['a'] } },
    { do: 'go', page: 'r', answers: { u: ['b'] } },
  ];
  const at = (...more: Sent[]) => foldRun(over, { seed: 1 }, [...sent, ...more]);

  it('stands between the last page and the result', () => {
    expect(at()).toMatchObject({ looking: true, finished: false });
    expect(viewOf(over, at())).toMatchObject({
      back: true,
      page: {
        id: LOOK_OVER,
        blocks: [
          {
            kind: 'look-over',
            lines: [
              { page: 'p', id: 'q', prompt: 'q', given: 'a' },
              { page: 'r', id: 'u', prompt: 'u', given: 'b' },
            ],
          },
        ],
      },
    });
    expect(at({ do: 'go', page: LOOK_OVER })).toMatchObject({ finished: true, way: [{}, {}, { page: 'end' }] });
    expect(at({ do: 'go', page: LOOK_OVER })).not.toHaveProperty('looking');
  });

  it('leads back to any answer, and comes again after it is changed', () => {
    const changed = at({ do: 'change', page: 'p' });
    expect(changed).toMatchObject({ way: [{ page: 'p', shown: [] }], answers: { q: ['a'], u: ['b'] } });
    expect(at({ do: 'back', page: LOOK_OVER }).way).toMatchObject([{ page: 'p' }, { page: 'r', shown: [] }]);
    const again = at(
      { do: 'change', page: 'p' },
      { do: 'go', page: 'p', answers: { q: ['b'] } },
      {
        do: 'go',
        page: 'r',
        answers: { u: ['b'] },
      },
    );
    expect(again).toMatchObject({ looking: true, answers: { q: ['b'] } });
  });

  it('takes nothing else, and its words stand nowhere else', () => {
    for (const wrong of [
      { do: 'go', page: 'r', answers: { u: ['a'] } },
      { do: 'change', page: 'gone' },
      { do: 'back', page: 'r' },
    ] as Sent[])
      expect(at(wrong)).toEqual(at());
    const early = foldRun(over, { seed: 1 }, [{ do: 'change', page: 'p' }]);
    expect(early).toEqual(startRun(over, { seed: 1 }));
    expect(at({ do: 'time', of: 'quiz', page: LOOK_OVER })).toMatchObject({ finished: true });
  });

  it('says why it takes nothing else', () => {
    const reason = (one: Sent) => {
      const next = step(over, at(), one);
      return 'refused' in next && next.refused.map(({ code, message }) => [code, message]);
    };
    expect(reason({ do: 'go', page: 'r' })).toEqual([['wrong-page', 'This page has been left already.']]);
    expect(reason({ do: 'change', page: 'gone' })).toEqual([['no-back', 'There is no way back from here.']]);
    const firm = { ...over, delivery: { lookOver: true, back: false } };
    expect(step(firm, foldRun(firm, { seed: 1 }, sent), { do: 'back', page: LOOK_OVER })).toMatchObject({
      refused: [{ message: 'There is no way back from here.' }],
    });
  });

  it('keeps what was shown on its last page, whether sent or out of time', () => {
    for (const last of [
      { do: 'go', page: LOOK_OVER },
      { do: 'time', of: 'quiz', page: LOOK_OVER },
    ] as Sent[])
      expect(at(last).way).toMatchObject([{ shown: ['q'] }, { page: 'r', shown: ['u'] }, { page: 'end' }]);
    // Sent, a page is left by its own exit; out of time, by none.
    expect(at({ do: 'go', page: LOOK_OVER }).way[1]).toMatchObject({ move: 'otherwise' });
    expect(at({ do: 'time', of: 'quiz', page: LOOK_OVER }).way[1]).not.toHaveProperty('move');
  });

  it('does not let one back where the creator allows no way back', () => {
    const firm = { ...over, delivery: { lookOver: true, back: false } };
    const run = foldRun(firm, { seed: 1 }, sent);
    expect(viewOf(firm, run).back).toBe(false);
    for (const one of [
      { do: 'change', page: 'p' },
      { do: 'back', page: LOOK_OVER },
    ] as Sent[])
      expect(step(firm, run, one)).toMatchObject({ refused: [{ code: 'no-back' }] });
  });
});

describe('explanations after each page', () => {
  const told = quiz(
    [
      page('p', [
        choice('q', [option('a', {}, { credit: 1 }), option('b')], { explain: { wrong: 'It is a.' } }),
        ab('plain'),
      ]),
      page('r', [ab('u')]),
    ],
    { verdicts: [strongest('v', ['x', 'y'])], delivery: { explain: 'after' } },
  );
  const first: Sent = { do: 'go', page: 'p', answers: { q: ['b'], plain: ['a'] } };

  it('say what was right, of the page just left alone, and allow no way back', () => {
    const run = foldRun(told, { seed: 1 }, [first]);
    expect(viewOf(told, run)).toMatchObject({
      back: false,
      explained: [{ id: 'q', state: 'wrong', right: 'a', explanations: ['It is a.'] }],
    });
    expect(viewOf(told, run).explained).toHaveLength(1);
    expect(step(told, run, { do: 'back', page: 'r' })).toMatchObject({ refused: [{ code: 'no-back' }] });
    const done = foldRun(told, { seed: 1 }, [first, { do: 'go', page: 'r', answers: { u: ['a'] } }]);
    expect(viewOf(told, done)).not.toHaveProperty('explained');
    expect(viewOf(told, startRun(told, { seed: 1 }))).not.toHaveProperty('explained');
    expect(viewOf({ ...told, delivery: {} }, run)).not.toHaveProperty('explained');
  });
});

describe('a page that is held', () => {
  const held = quiz(
    [
      page('p', [choice('q', [option('a', {}, { credit: 1 }), option('b')])], {
        hold: { until: 'right', tries: 2, hint: 'Look up' },
      }),
      page('r', [ab('u')]),
    ],
    { verdicts: [strongest('v', ['x', 'y'])] },
  );
  const wrong: Sent = { do: 'go', page: 'p', answers: { q: ['b'] } };
  const answers = { id: 'a', kind: 'answers' as const, marks: true };
  const at = (...sent: Sent[]) => viewOf(held, foldRun(held, { seed: 1 }, sent));

  it('holds for ever where no number of tries is named', () => {
    const firm = {
      ...held,
      pages: held.pages.map((p) => (p.id === 'p' ? { ...p, hold: { until: 'right' as const } } : p)),
    };
    expect(
      foldRun(
        firm,
        { seed: 1 },
        Array.from({ length: 9 }, () => wrong),
      ).way,
    ).toHaveLength(1);
    const passed = foldRun(firm, { seed: 1 }, [wrong, { do: 'go', page: 'p', answers: { q: ['a'] } }]);
    expect(passed).toMatchObject({ way: [{ page: 'p' }, { page: 'r' }], tries: { p: 2 }, first: { q: ['b'] } });
  });
  it('asks that every question be right, of those that have a key', () => {
    const key = [option('a', {}, { credit: 1 }), option('b')];
    const two = quiz([
      page('p', [choice('q', key), choice('u', key), ab('plain'), { id: 'words', kind: 'words', body: 'Words' }], {
        hold: { until: 'right' },
      }),
      page('r', [ab('z')]),
    ]);
    const stands = (q: string, u: string) =>
      foldRun(two, { seed: 1 }, [go('p', { q: [q], u: [u], plain: ['b'] })]).way.at(-1)?.page;
    expect([stands('a', 'a'), stands('a', 'b'), stands('b', 'a')]).toEqual(['r', 'p', 'p']);
  });
  it('is told of afterwards by the first try, which is the one that is marked', () => {
    const told = { ...held, pages: held.pages.map((p) => (p.stage === 'result' ? { ...p, blocks: [answers] } : p)) };
    const run = foldRun(told, { seed: 1 }, [
      wrong,
      { do: 'go', page: 'p', answers: { q: ['a'] } },
      { do: 'go', page: 'r', answers: { u: ['a'] } },
    ]);
    expect(viewOf(told, run).page?.blocks).toMatchObject([
      { kind: 'answers', lines: [{ id: 'q', given: 'b', state: 'wrong', marks: '0 / 1' }, { id: 'u' }] },
    ]);
  });
  it('says so after a try that was not right, with its hint and the tries that are left', () => {
    expect(at()).not.toHaveProperty('gate');
    expect(at(wrong).gate).toMatchObject({ left: 1 });
    expect(JSON.stringify(at(wrong).gate)).toContain('Look up');
    expect(at(wrong, wrong)).toMatchObject({ page: { id: 'r' } });
    expect(at(wrong, wrong)).not.toHaveProperty('gate');
  });
});
