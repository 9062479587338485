import { choice, option, page, quiz, result, strongest } from '../../tests/quizzes';
import type { Letter } from '../schema/quiz';
import { toDoc } from '../text/rich';
import { composeGathered, composeLetter, letterDress, MOST_LINES, oneLine } from './letter';
import { foldRun } from './run';

const small = quiz([page('p', [choice('q', [option('a', { x: 1 })])]), result()], {
  title: 'Lanes',
  verdicts: [strongest('v', ['x'])],
});
const run = foldRun(small, { seed: 1 }, [{ do: 'go', page: 'p', answers: { q: ['a'] } }]);
const letter = (more: Partial<Letter> = {}): Letter => ({
  id: 'm',
  name: 'm',
  to: 'visitor',
  subject: 'Words',
  body: 'Hello.',
  ...more,
});
const insert = (value: 'date' | 'edition' | 'resultLink', fallback = '–') => ({
  type: 'doc' as const,
  content: [{ type: 'paragraph' as const, content: [{ type: 'insert' as const, attrs: { value, fallback } }] }],
});

describe('a letter', () => {
  it.each([
    ['Hello\r\nBcc: x', 'Hello Bcc: x'],
    ['  a \u0000 b\u2028c ', 'a b c'],
    ['plain', 'plain'],
  ])('%j stands in one line', (typed, line) => {
    expect(oneLine(typed)).toBe(line);
  });
  it('has a subject that mail programs take', () => {
    expect(composeLetter(small, run, letter({ subject: 'x'.repeat(900) })).subject).toHaveLength(300);
  });
  it('puts in what is known of a run, in the language of the quiz, and the fallback where it is not', () => {
    const blocks = (body: Letter['body'], beside = {}) =>
      composeLetter({ ...small, language: 'de' }, run, letter({ body }), beside).sheet.blocks;
    const text = (words: string) => [{ kind: 'words', text: toDoc(words) }];
    expect(blocks(insert('date'), { day: '2027-04-18' })).toEqual(text('18. April 2027'));
    expect(blocks(insert('edition'), { edition: 3 })).toEqual(text('3'));
    expect(blocks(insert('edition'))).toEqual(text('–'));
    const url = 'http://quiz.test/q/lanes?mine=x';
    expect(JSON.stringify(blocks(insert('resultLink'), { links: { result: url } }))).toContain(
      JSON.stringify({ type: 'text', text: url, marks: [{ type: 'link', attrs: { href: url } }] }),
    );
    // A fallback is words, and leads nowhere.
    expect(JSON.stringify(blocks(insert('resultLink', 'your result')))).not.toContain('link');
  });
  it('leaves out buttons that lead nowhere, or where nobody should be led', () => {
    const part = (to: NonNullable<NonNullable<Letter['parts']>[number]['button']>['to'], text = 'Go') => ({
      id: 'p',
      button: { text, to },
    });
    const buttons = (parts: Letter['parts'], links = {}) =>
      composeLetter(small, run, letter({ parts: parts ?? [] }), { links }).sheet.blocks.filter(
        (b) => b.kind === 'button',
      );
    expect(buttons([part('certificate')])).toEqual([]);
    expect(buttons([part('offer')])).toEqual([]);
    expect(buttons([part({ url: 'javascript:alert(1)' })])).toEqual([]);
    expect(buttons([part({ url: 'https://' })])).toEqual([]);
    expect(buttons([part({ url: 'https://slowspoke.test' }, ' ')])).toEqual([]);
    expect(buttons([part('result')], { result: 'http://quiz.test/q/a' })).toHaveLength(1);
  });
  it('wears the look of its quiz, light and dark', () => {
    const dress = letterDress({ ready: 'blackboard' });
    expect(dress.dark).toMatchObject({ paper: dress.paper });
    const light = letterDress({ ready: 'meadow' });
    expect(light.dark.paper).not.toBe(light.paper);
    expect(['serif', 'sans-serif', 'monospace']).toContain(light.family);
  });
});

describe('a letter about many', () => {
  it('has a line for each, as far as they can be read, and counts the rest', () => {
    const runs = Array.from({ length: MOST_LINES }, (_, n) => ({
      name: `R${n}`,
      email: '',
      outcomes: ['x', 'y'],
      at: '',
    }));
    const { sheet } = composeGathered(small, letter({ gather: 'daily', to: 'me' }), { runs, more: 7 });
    const said = JSON.stringify(sheet.blocks);
    expect(said).toContain('R99 · x and y');
    expect(said).toContain('and 7 more');
  });
  it('says so where nothing happened', () => {
    const { sheet } = composeGathered(small, letter({ gather: 'daily', to: 'me' }), { runs: [], more: 0 });
    expect(JSON.stringify(sheet.blocks)).toContain('Nothing happened.');
  });
});
