import fc from 'fast-check';
import { samples } from '../questions/samples';
import { textsOf } from '../languages/texts';
import { standingIn } from '../languages/translate';
import type { Quiz, RichDoc, RichText } from '../schema/quiz';
import { isBlank, plainText } from '../text/rich';
import { choice, option, page, quiz } from '../../tests/quizzes';
import { LONGEST_XLIFF, readXliff } from './xliff-read';
import { xliffOf } from './xliff-write';

const small = quiz(
  [page('p1', [choice('q1', [option('a', {}, { text: 'Left' }), option('b', {}, { text: 'Right' })])])],
  {
    title: 'Which way?',
  },
);
const translated = (own: Quiz, texts: Record<string, [to: RichText, of: RichText]>): Quiz => ({
  ...own,
  translations: [
    { id: 'de', texts: Object.fromEntries(Object.entries(texts).map(([at, [to, of]]) => [at, { to, of }])) },
  ],
});
const taken = (own: Quiz, file: string) => {
  const read = readXliff(own, file);
  if ('refused' in read) throw new Error(`${read.refused.line}: ${read.refused.says}`);
  return read;
};

// Any rich text that an editor can make: words, marks, links, inserts, breaks, lists.
const said = fc
  .string({ minLength: 1, maxLength: 12, unit: 'binary' })
  .filter((one) => one.isWellFormed() && !one.includes('\u0000') && one.trim() !== '');
const mark = fc.constantFrom<{ type: 'bold' } | { type: 'italic' }>({ type: 'bold' }, { type: 'italic' });
const inline = fc.oneof(
  fc.record({ type: fc.constant('text' as const), text: said }),
  fc.record({ type: fc.constant('text' as const), text: said, marks: mark.map((one) => [one]) }),
  fc.record({
    type: fc.constant('text' as const),
    text: said,
    marks: fc.constant([
      { type: 'bold' as const },
      { type: 'link' as const, attrs: { href: 'https://slowspoke.test/a?b="c"&d' } },
    ]),
  }),
  fc.constant({ type: 'insert' as const, attrs: { value: 'name' as const, fallback: 'you & "yours"' } }),
  fc.constant({ type: 'hardBreak' as const }),
);
/** As an editor keeps them: no two texts side by side that could be one. */
const joined = (nodes: { type: string; marks?: unknown }[]): boolean =>
  nodes.every(
    (node, i) =>
      node.type !== 'text' ||
      nodes[i + 1]?.type !== 'text' ||
      JSON.stringify(node.marks) !== JSON.stringify(nodes[i + 1]?.marks),
  );
const paragraph = fc
  .array(inline, { maxLength: 5 })
  .filter(joined)
  .map((content) => (content.length ? { type: 'paragraph' as const, content } : { type: 'paragraph' as const }));
const listOf = fc.array(
  fc.array(paragraph, { minLength: 1, maxLength: 2 }).map((content) => ({ type: 'listItem' as const, content })),
  { minLength: 1, maxLength: 3 },
);
const doc: fc.Arbitrary<RichDoc> = fc
  .array(
    fc.oneof(
      paragraph,
      listOf.map((content) => ({ type: 'bulletList' as const, content })),
      listOf.map((content) => ({ type: 'orderedList' as const, content })),
    ),
    { minLength: 1, maxLength: 4 },
  )
  // A list that fast-check puts together is wider than what the schema names.
  .map((content) => ({ type: 'doc', content }) as RichDoc)
  // Where nothing is said, nothing is translated.
  .filter((one) => plainText(one).replaceAll('–', '').trim() !== '' && !isBlank(one));

describe('what goes out comes back', () => {
  it('whatever texts there are, with every code', () => {
    fc.assert(
      fc.property(doc, doc, said, (body, to, title) => {
        const own = quiz([page('p', [{ id: 'w', kind: 'words', body }])], { title });
        const texts = textsOf(own).filter(({ place }) => place !== 'blocks/w/body' || hasAll(body, to));
        const done = translated(
          own,
          Object.fromEntries(texts.map(({ place, text }) => [place, [place === 'title' ? title : to, text]])),
        );
        const read = taken(done, xliffOf(done, 'de'));
        expect(read.mistakes).toEqual([]);
        expect(read.texts).toEqual(done.translations?.[0]?.texts);
      }),
      { numRuns: 200 },
    );
  });
  // Inserts have to come back, so a translation without them is a mistake.
  const hasAll = (from: RichText, to: RichText) =>
    !JSON.stringify(from).includes('"insert"') || JSON.stringify(to).includes('"insert"');

  it.each(samples.map((question) => [question.kind, question] as const))('of a %s', (_, question) => {
    const own = quiz([page('p', [question])]);
    const done = translated(own, Object.fromEntries(textsOf(own).map(({ place, text }) => [place, [text, text]])));
    const read = taken(done, xliffOf(done, 'de'));
    expect(read).toMatchObject({ language: 'de', mistakes: [] });
    expect(standingIn({ ...own, translations: [{ id: 'de', texts: read.texts }] }, 'de')).toMatchObject({
      missing: 0,
      changed: 0,
    });
  });
});

describe('a file that comes back', () => {
  const file = xliffOf(small, 'de').replaceAll('</source>\n', (end) => `${end}        <target>X</target>\n`);
  const lineOf = (text: string, words: string) => text.split('\n').findIndex((line) => line.includes(words)) + 1;

  it('says where each text stands, and in which language', () => {
    expect(xliffOf(small, 'de')).toContain('<note category="place">Question 1, answer</note>');
    expect(xliffOf(small, 'de')).toContain('srcLang="en" trgLang="de"');
    expect(Object.keys(taken(small, file).texts)).toEqual([
      'title',
      'blocks/q1/prompt',
      'blocks/q1/options/a/text',
      'blocks/q1/options/b/text',
    ]);
  });
  it('is read where tools have marked words, or cut a text into segments', () => {
    const cut = file.replace(
      '<target>X</target>',
      '<target>Wo<mrk id="m1" type="term">hin</mrk></target>\n</segment><segment><source/><target>?</target>',
    );
    expect(taken(small, cut).texts['title']).toEqual({ to: 'Wohin?', of: 'Which way?' });
  });
  it('has been made from another wording, where that has changed since', () => {
    const later = { ...small, title: 'Which way now?' };
    const { texts } = taken(later, file);
    expect(texts['title']).toEqual({ to: 'X', of: 'Which way?' });
    expect(standingIn({ ...later, translations: [{ id: 'de', texts }] }, 'de')).toMatchObject({ changed: 1 });
  });
  it('may leave texts out, or empty', () => {
    const some = file.replace('<target>X</target>', '').replace('<target>X</target>', '<target> </target>');
    expect(taken(small, some)).toMatchObject({ mistakes: [] });
    expect(Object.keys(taken(small, some).texts)).toHaveLength(2);
  });
  it('tells mistakes by line, and takes the rest', () => {
    const inserted = quiz([
      page('p', [
        {
          id: 'w',
          kind: 'words',
          body: {
            type: 'doc',
            content: [{ type: 'paragraph', content: [{ type: 'insert', attrs: { value: 'name', fallback: 'you' } }] }],
          },
        },
      ]),
    ]);
    const lost = xliffOf(inserted, 'de').replaceAll('</source>\n', '</source><target>X</target>\n');
    expect(taken(inserted, lost)).toMatchObject({
      texts: { title: { to: 'X' } },
      mistakes: [
        { line: lineOf(lost, 'name="blocks/w/body"'), says: 'Text: what is inserted has not come back: “you”' },
      ],
    });
    const gone = file.replace('name="blocks/q1/prompt"', 'name="blocks/q9/prompt"');
    expect(taken(small, gone).mistakes).toEqual([
      {
        line: lineOf(gone, 'blocks/q9'),
        says: '“blocks/q9/prompt” is no text of this quiz; it may have been taken out',
      },
    ]);
    const code = file.replace('<target>X', '<target><pc id="1" subType="ym:other">X</pc>');
    expect(taken(small, code).mistakes).toEqual([
      { line: lineOf(code, 'name="title"'), says: 'the code <pc> is not one of the source' },
    ]);
    const long = file.replace('<target>X', `<target>${'X'.repeat(2_001)}`);
    expect(taken(small, long).mistakes).toEqual([
      { line: lineOf(long, 'name="title"'), says: 'The quiz, title: it is longer than 2000 characters' },
    ]);
  });
  it('that is made to take long takes no longer than its size', () => {
    const codes = file.replace('<target>X', `<target>${'<cp hex="0041"/>'.repeat(200_000)}`);
    expect(taken(small, codes).mistakes).toHaveLength(1);
    const units = file.replace('</file>', `${'<unit name="x"><segment/></unit>'.repeat(100_000)}</file>`);
    expect(taken(small, units).mistakes).toHaveLength(200);
  });
  test.each<[string, string, number, string]>([
    ['no XML', '<xliff>\n<a></xliff>', 2, 'it is no XML'],
    ['something else', '<?xml version="1.0"?>\n<html></html>', 1, 'it is no XLIFF 2'],
    ['an older version', '<xliff xmlns="urn:oasis:names:tc:xliff:document:1.2" version="1.2"/>', 1, 'it is no XLIFF 2'],
    ['without its language', file.replace(' trgLang="de"', ''), 2, 'it does not say which language'],
    ['with entities of its own', `<!DOCTYPE x [<!ENTITY a "b">]>${file}`, 1, 'DOCTYPE'],
    ['nested too deeply', `\n${'<a>'.repeat(50)}${'</a>'.repeat(50)}`, 2, 'nested too deeply'],
    ['too large', ' '.repeat(LONGEST_XLIFF + 1), 1, '10 MB'],
  ])('%s is refused, with its line', (_, bad, line, says) => {
    const read = readXliff(small, bad);
    if (!('refused' in read)) throw new Error('It was read.');
    expect(read.refused.line).toBe(line);
    expect(read.refused.says).toContain(says);
  });
});
