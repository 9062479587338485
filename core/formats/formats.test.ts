import fc from 'fast-check';
import { anyQuiz } from '../../tests/any-quiz';
import { choice, demoQuiz, option, page, quiz, text } from '../../tests/quizzes';
import type { Question, Quiz } from '../schema/quiz';
import { isQuestion } from '../document/lookup';
import { validateQuiz } from '../document/validate';
import { readCsv, writeCsv } from './csv';
import { readJson, writeJson } from './json';
import { readMarkdown, writeMarkdown } from './markdown';

const asked = (q: Quiz): Question[] => q.pages.flatMap((p) => p.blocks.filter(isQuestion));
const only = (read: { quiz: Quiz }): Question => asked(read.quiz)[0] as Question;

describe('a table', () => {
  it('is read by its headings, whatever separates its cells', () => {
    for (const sep of [',', ';', '\t', '|']) {
      const rows = [
        ['Question', 'Answer 1', 'Answer 2', 'Right', 'Marks', 'Topic', 'Seconds'],
        ['Which bag goes on first?', 'Handlebar roll', 'Panniers', '2', '3', 'Kit', '30'],
      ];
      const { quiz: read, notes } = readCsv(`\ufeff${rows.map((r) => r.join(sep)).join('\r\n')}\r\n`);
      expect(asked(read)).toMatchObject([
        {
          kind: 'choice',
          pick: 'one',
          prompt: 'Which bag goes on first?',
          marks: 3,
          limit: 30,
          options: [{ text: 'Handlebar roll' }, { text: 'Panniers', credit: 1 }],
        },
      ]);
      expect(read.topics).toMatchObject([{ name: 'Kit' }]);
      expect(notes).toEqual([
        { line: 2, is: 'understood', message: '“Which bag goes on first?”: one of 2 answers, 1 right.' },
      ]);
    }
  });
  test.each<[string, string, object]>([
    [
      'right ones by letter',
      'question,a,b,c,correct\nQ?,x,y,z,A; C',
      { pick: 'many', options: [{ credit: 1 }, {}, { credit: 1 }] },
    ],
    [
      'right ones by words, a comma in them',
      'question,answer,answer,key\nQ?,"Tea, hot",Coffee,"Tea, hot"',
      { pick: 'one', options: [{ credit: 1 }, {}] },
    ],
    [
      'right ones by a star',
      'question,answer 1,answer 2\nQ?,*Tea,Coffee',
      { options: [{ text: 'Tea', credit: 1 }, { text: 'Coffee' }] },
    ],
    [
      'partly right ones',
      'question,answer 1,answer 2,right\nQ?,Tea,Coffee,1; 2 (0.5)',
      { options: [{ credit: 1 }, { credit: 0.5 }] },
    ],
    [
      'answers in one cell, a line each',
      'question,answers\nQ?,"Tea\nCoffee\nCocoa"',
      { options: [{ text: 'Tea' }, { text: 'Coffee' }, { text: 'Cocoa' }] },
    ],
    [
      'quotes doubled inside quotes',
      'question,answer 1,answer 2\n"Who said ""slow""?",Pia,Otto',
      { prompt: 'Who said "slow"?' },
    ],
    [
      'no headings at all',
      'Tea or coffee?,Tea,Coffee',
      { prompt: 'Tea or coffee?', options: [{ text: 'Tea' }, { text: 'Coffee' }] },
    ],
    [
      'yes or no',
      'question,right\nDo you carry a bell?,yes',
      { as: 'yes-no', options: [{ text: 'Yes', credit: 1 }, { text: 'No' }] },
    ],
    ['a number with its reach', 'question,right\nHow many spokes?,36 ± 4', { kind: 'number', target: 36, within: 4 }],
    ['a number with a decimal comma', 'question;right\nHow heavy?;0,41', { kind: 'number', target: 0.41 }],
    ['a date', 'question,right\nWhen is the festival?,2027-05-09', { kind: 'date', target: '2027-05-09' }],
    [
      'accepted spellings',
      'question,kind,right\nWhat is this?,text,flat tyre; puncture (0.5)',
      {
        kind: 'text',
        accept: [
          { text: 'flat tyre', credit: 1 },
          { text: 'puncture', credit: 0.5 },
        ],
      },
    ],
    [
      'an order',
      'question,kind,answer 1,answer 2\nWhat first?,order,Tyre off,Tube out',
      { kind: 'order', items: [{ text: 'Tyre off' }, { text: 'Tube out' }] },
    ],
    [
      'pairs, and one that fits nothing',
      'question,answer 1,answer 2,answer 3\nWhat goes where?,Bell = bar,Mud = guard,= saddle',
      { kind: 'match', pairs: [{ left: { text: 'Bell' }, right: { text: 'bar' } }, {}], extras: [{ text: 'saddle' }] },
    ],
    [
      'gaps',
      'question,kind,right\nFill in,gaps,A wheel has a {hub} and a {rim; ring (0.5)}.',
      {
        kind: 'gaps',
        gaps: [{ accept: [{ text: 'hub' }] }, { accept: [{ text: 'rim' }, { text: 'ring', credit: 0.5 }] }],
      },
    ],
    [
      'explanations',
      'question,answer 1,answer 2,explanation,explain wrong\nQ?,a1,a2,Because.,No.',
      { explain: { always: 'Because.', wrong: 'No.' } },
    ],
  ])('holds %s', (_name, csv, expected) => {
    expect(only(readCsv(csv))).toMatchObject(expected);
  });
  it('finds the column that asks where headings name others, and takes no question for a heading', () => {
    const asked = (csv: string) =>
      readCsv(csv).quiz.pages.flatMap(({ blocks }) => blocks.flatMap((b) => ('required' in b ? [b.prompt] : [])));
    expect(asked('type,ask them,answer 1\ntext,What rattles?,\ntext,Who mends it?,')).toEqual([
      'What rattles?',
      'Who mends it?',
    ]);
    const bare = 'Name a part of a wheel,a,b\nWhat rattles?,A,B\nWho mends it?,C,D';
    expect(asked(bare)).toEqual(['Name a part of a wheel', 'What rattles?', 'Who mends it?']);
    expect(readCsv(bare).notes[0]?.message).toContain('the first is taken for it');
  });
  it('says by line what was guessed and refused', () => {
    const csv =
      'question,colour,answer 1,answer 2,right,marks,kind\n,,a,b,,,\n\nQ?,red,a1,a2,9,many,riddle\nQ2?,,only,,,,';
    expect(readCsv(csv).notes.filter((n) => n.is !== 'understood')).toEqual([
      { line: 1, is: 'refused', message: 'The column “colour” means nothing here and is left out.' },
      { line: 4, is: 'refused', message: '“9” is none of the answers, so it is not counted as right.' },
      { line: 2, is: 'refused', message: 'There is no question here, so its answers are left out.' },
      { line: 4, is: 'guessed', message: '“riddle” is not a kind that is known here; one was guessed.' },
      { line: 4, is: 'refused', message: 'marks: “many” is not a number, so it is left out.' },
      { line: 5, is: 'guessed', message: '“Q2?” has one answer; two are needed before it can be published.' },
    ]);
  });
});

describe('a page of text', () => {
  const page_ = `# Roadside repairs

For those who tour.

## Which goes on first?

- [x] The tube
- [ ] The tyre
- [~] The pump (0.5)

Topic: Tools
Marks: 2
Explain wrong: The tyre holds the tube.

## How many spokes?

Right: 36 ± 2

### Put in order

1. Wheel out
2. Tyre off

A stray line
`;
  it('is read heading by heading', () => {
    const { quiz: read, notes } = readMarkdown(page_, 'repairs');
    expect(read).toMatchObject({ id: 'repairs', title: 'Roadside repairs', description: 'For those who tour.' });
    expect(asked(read)).toMatchObject([
      {
        prompt: 'Which goes on first?',
        marks: 2,
        explain: { wrong: 'The tyre holds the tube.' },
        options: [{ text: 'The tube', credit: 1 }, { text: 'The tyre' }, { text: 'The pump', credit: 0.5 }],
      },
      { kind: 'number', target: 36, within: 2 },
      { kind: 'order', items: [{ text: 'Wheel out' }, { text: 'Tyre off' }] },
    ]);
    expect(notes.filter((n) => n.is === 'refused')).toEqual([
      { line: 24, is: 'refused', message: '“A stray line” belongs to no answer and is left out.' },
    ]);
  });
});

describe('out and in again', () => {
  const listable: Question['kind'][] = [
    'choice',
    'text',
    'essay',
    'number',
    'slider',
    'rating',
    'date',
    'order',
    'match',
  ];
  for (const [name, write, read] of [
    ['a table', writeCsv, readCsv],
    ['a page', writeMarkdown, readMarkdown],
  ] as const) {
    it(`${name} gives the same questions`, () => {
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
          const made = anyQuiz(seed, { branching: false, kinds: listable });
          const first = write(made).text;
          const { quiz: back } = read(first, 'quiz');
          expect('quiz' in validateQuiz(back)).toBe(true);
          expect(
            asked(back).map((q) => ({
              id: q.id,
              kind: q.kind,
              prompt: q.prompt,
              required: q.required,
              marks: q.marks,
              penalty: q.penalty,
            })),
          ).toEqual(
            asked(made).map((q) => ({
              id: q.id,
              kind: q.kind,
              prompt: q.prompt,
              required: q.required,
              marks: q.marks,
              penalty: q.penalty,
            })),
          );
          // What was read is written just so again: nothing more is lost.
          expect(write(back).text).toBe(first.replace('# A quiz', `# ${back.title}`));
        }),
      );
    });
    it(`${name} says what it cannot hold`, () => {
      const { lost } = write(demoQuiz('tourer'));
      expect(lost).toEqual(
        expect.arrayContaining([
          'scales, outcomes, and what each answer says for them',
          'letters',
          'the contact on “Your letter”',
          'the pictures of “Which three come along in any weather?”',
        ]),
      );
    });
  }
  it('words that look like marks stay words', () => {
    const q = quiz([
      page('p', [
        choice('q', [
          option('a', {}, { text: '# not a heading' }),
          option('b', {}, { text: '- nor = this' }),
          option('c', {}, { text: '2) two' }),
        ]),
        text('t', { prompt: '* starred' }),
      ]),
    ]);
    expect(asked(readMarkdown(writeMarkdown(q).text).quiz)).toMatchObject([
      { options: [{ text: '# not a heading' }, { text: '- nor = this' }, { text: '2) two' }] },
      { prompt: '* starred' },
    ]);
  });
  it('a file gives the same quiz', () => {
    const tourer = demoQuiz('tourer');
    expect(readJson(writeJson(tourer))).toEqual({ quiz: tourer });
  });
  it('a file that is not JSON is told by its line', () => {
    expect(readJson('{\n  "format": "yes-maybe-quiz",\n  oops\n}')).toEqual({
      faults: [{ place: 'line 3', reason: 'this is not JSON' }],
    });
  });
});
