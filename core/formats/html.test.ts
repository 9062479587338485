import { isQuestion } from '../document/lookup';
import { plainText } from '../text/rich';
import { hasStructure, type HtmlNode, textOfHtml } from './html';
import { readQuestions } from './read';

type Child = string | HtmlNode;
const h = (nodeName: string, ...children: Child[]): HtmlNode => styled(nodeName, {}, ...children);
const styled = (nodeName: string, attributes: Record<string, string>, ...children: Child[]): HtmlNode => ({
  nodeName,
  nodeValue: null,
  childNodes: children.map((c) => (typeof c === 'string' ? { nodeName: '#text', nodeValue: c, childNodes: [] } : c)),
  getAttribute: (name) => attributes[name] ?? null,
});
const bold = { style: 'font-weight: 700' };

describe('what was copied as HTML', () => {
  it.each<[string, HtmlNode, string]>([
    [
      'a list in a list: questions with answers',
      h('OL', h('LI', 'Which tyre?', h('UL', h('LI', 'Wide'), h('LI', 'Narrow'))), h('LI', 'Which bag?')),
      '1. Which tyre?\n- Wide\n- Narrow\n2. Which bag?',
    ],
    [
      'lists that are not one in the other, as word processors write them',
      h('BODY', h('OL', h('LI', 'Which tyre?')), h('UL', h('LI', 'Wide'), h('LI', 'Narrow')), h('OL', h('LI', 'Why?'))),
      '1. Which tyre?\n- Wide\n- Narrow\n2. Why?',
    ],
    [
      'paragraphs with lists below them, numbered or lettered',
      h(
        'BODY',
        h('P', 'Which tyre?'),
        h('OL', h('LI', 'Wide'), h('LI', 'Narrow')),
        h('P', 'Name one'),
        styled('OL', { type: 'a' }, h('LI', 'Otto')),
      ),
      'Which tyre?\n- Wide\n- Narrow\nName one\n- Otto',
    ],
    [
      'an answer in bold among others is right, by tag or by style',
      h(
        'UL',
        h('LI', 'No'),
        h('LI', h('B', 'Yes')),
        h('LI', styled('SPAN', bold, 'Also')),
        h('LI', h('B', 'Half'), ' so'),
      ),
      '- No\n- Yes *\n- Also *\n- Half so',
    ],
    ['all in bold says nothing', h('UL', h('LI', h('STRONG', 'No')), h('LI', h('STRONG', 'Yes'))), '- No\n- Yes'],
    [
      'bold that is taken back by style is not bold',
      h('UL', h('LI', styled('B', { style: 'font-weight:normal' }, 'No')), h('LI', h('B', 'Yes'))),
      '- No\n- Yes *',
    ],
    [
      'rows of a table, a tab between cells',
      h(
        'TABLE',
        h('TBODY', h('TR', h('TH', 'Question'), h('TH', 'Answers')), h('TR', h('TD', ' A\n b '), h('TD', h('P', 'C')))),
      ),
      'Question\tAnswers\nA b\tC',
    ],
    [
      'line breaks, loose words and empty paragraphs',
      h('BODY', 'Loose ', h('SPAN', 'words'), h('DIV', h('P', 'One', h('BR'), 'Two'), h('P', ' ')), h('P', 'Three')),
      'Loose words\nOne\nTwo\n\nThree',
    ],
    [
      'nothing of scripts and styles',
      h('BODY', h('STYLE', 'p{}'), h('P', h('SCRIPT', 'alert(1)'), 'Words'), h('UL', h('LI', h('STYLE', 'x'), 'One'))),
      'Words\n- One',
    ],
    ['nothing at all', h('BODY'), ''],
  ])('%s', (_, html, expected) => expect(textOfHtml(html)).toBe(expected));

  it('is read as the questions it is', () => {
    const html = h(
      'OL',
      h('LI', 'Which tyre?', h('OL', h('LI', 'Wide'), h('LI', h('B', 'Narrow')))),
      h('LI', 'Which bag?', h('OL', h('LI', h('B', 'Round')), h('LI', 'Square'), h('LI', 'None'))),
    );
    const read = readQuestions(textOfHtml(html));
    if (!('quiz' in read)) throw new Error(read.trouble);
    const found = read.quiz.pages.flatMap((p) => p.blocks.filter(isQuestion));
    expect(
      found.map((q) => [plainText(q.prompt), q.kind === 'choice' && q.options.map((o) => [o.text, o.credit ?? 0])]),
    ).toEqual([
      [
        'Which tyre?',
        [
          ['Wide', 0],
          ['Narrow', 1],
        ],
      ],
      [
        'Which bag?',
        [
          ['Round', 1],
          ['Square', 0],
          ['None', 0],
        ],
      ],
    ]);
  });
  it.each([
    ['<ul><li>One</ul>', true],
    ['<table><tr><td style="x">1', true],
    ['<p>Some <b>words</b></p>', false],
    ['<link rel="x"><title>y</title>', false],
    ['', false],
  ])('has structure: %s', (html, expected) => expect(hasStructure(html)).toBe(expected));

  it('a picture stands below what it belongs to, if it can be had', () => {
    const picture = (src: string, alt: string) => styled('IMG', { src, alt });
    const list = h(
      'BODY',
      h('OL', h('LI', 'Which tyre?', picture('a', 'A "wide" tyre'), h('UL', h('LI', 'Wide'), h('LI', 'Narrow')))),
      h('P', 'Which bag?', picture('gone', 'A bag')),
      picture('b', ''),
      h('UL', h('LI', 'The left one'), h('LI', 'The right one')),
    );
    const at = (one: HtmlNode) => {
      const src = one.getAttribute?.('src');
      return src === 'gone' ? null : `/package/${src}`;
    };
    const text = textOfHtml(list, at);
    const questions = readIn(text);
    expect(questions.map((q) => [plainText(q.prompt), q.media?.picture])).toEqual([
      ['Which tyre?', { src: '/package/a', text: 'A ”wide” tyre' }],
      ['Which bag?', { src: '/package/b', text: '' }],
    ]);
    // Without anybody to ask they are left out.
    expect(textOfHtml(list)).not.toContain('Picture');
  });
});

const readIn = (text: string) => {
  const read = readQuestions(text);
  return 'quiz' in read ? read.quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)) : [];
};
