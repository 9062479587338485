/** Texts made to hold a reader up: each must be read in a time that grows with its length alone. */
import { processorTime } from '../../tests/processor';
import { readQuestions } from './read';

const LENGTH = 200_000;
const filled = (piece: string): string => piece.repeat(Math.ceil(LENGTH / piece.length)).slice(0, LENGTH);
const pieces: [string, string][] = [
  ['blanks', ' '],
  ['blanks and a letter', `${' '.repeat(20_000)}x`],
  ['hashes', '# #'],
  ['hashes and a letter', `${'#'.repeat(19_000)}x`],
  ['stars', '*'],
  ['stars and a letter', `${'*'.repeat(19_000)}x`],
  ['open brackets', '('],
  ['open braces', '{'],
  ['credits that do not end', '(.1'],
  ['equal signs', ' = '],
  ['separators', ';,'],
  ['line breaks', '\n'],
  ['quotes', '"'],
  ['tabs', '\t'],
  ['answers without end', '- a\n'],
  ['right answers without end', 'a;'],
  ['no-break spaces', '\u00a0'],
];
const frames: [string, (piece: string) => string][] = [
  ['a line of a plain text', (p) => `1. Why?\na) ${p}\nb) B`],
  ['the right answer of a plain text', (p) => `1. Why?\na) A\nb) B\nAnswer: ${p}`],
  ['a heading', (p) => `# T\n\n## ${p}\n\n- [x] A\n- [ ] B`],
  ['an answer of a page', (p) => `# T\n\n## Why?\n\n- [~] ${p} (0.5\n`],
  ['a setting of a page', (p) => `# T\n\n## Why?\n\nRight: ${p}`],
  ['a cell of a table', (p) => `question,answer 1,answer 2,right\nWhy?,${p},B,${p}`],
  [
    'a quoted cell of a table',
    (p) => `question,answer,right\nWhy?,"${p.replaceAll('"', '""')}","${p.replaceAll('"', '""')}"`,
  ],
  ['a file of its own', (p) => p],
];

describe.each(frames)('%s', (_where, framed) => {
  it.each(pieces)('full of %s is read in time', (_what, piece) => {
    const text = framed(filled(piece));
    // A quadratic pattern needs minutes for this.
    expect(processorTime(() => readQuestions(text))).toBeLessThan(3_000);
  });
});

describe('what is too much', () => {
  it('is a text of more than two million characters', () => {
    expect(readQuestions('x'.repeat(2_000_001))).toMatchObject({ trouble: expect.stringContaining('too long') });
  });
  it('is more than two hundred answers, of which the rest is left out and named', () => {
    const read = readQuestions(`1. Why?\n${'- a\n'.repeat(300)}`);
    if (!('quiz' in read)) throw new Error(read.trouble);
    const [question] = read.quiz.pages[0]?.blocks ?? [];
    expect(question?.kind === 'choice' && question.options.length).toBe(200);
    expect(read.notes).toContainEqual({ line: 1, is: 'refused', message: 'Of 300 answers the first 200 are taken.' });
  });
});
