/** What was copied from a document, a letter or a table, as HTML: written down as the lines that our readers understand. */

/** As much of a document's node as is looked at; a browser's own nodes are such. */
export type HtmlNode = {
  readonly nodeName: string;
  readonly nodeValue: string | null;
  readonly childNodes: ArrayLike<HtmlNode>;
  getAttribute?(name: string): string | null;
};

const unseen = new Set(['SCRIPT', 'STYLE', 'HEAD', 'TITLE', 'TEMPLATE', 'NOSCRIPT', '#COMMENT']);
const blocks = /^(P|DIV|SECTION|ARTICLE|BLOCKQUOTE|H[1-6]|LI|DT|DD|TR|PRE)$/;
const isList = (node: HtmlNode) => node.nodeName === 'OL' || node.nodeName === 'UL';
const childrenOf = (node: HtmlNode): HtmlNode[] => Array.from(node.childNodes);
const clean = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** Words inside a node, without those of lists in it. */
function wordsOf(node: HtmlNode): string {
  if (node.nodeName === '#text') return node.nodeValue ?? '';
  if (unseen.has(node.nodeName.toUpperCase()) || isList(node)) return '';
  if (node.nodeName === 'BR') return ' ';
  const inside = childrenOf(node).map(wordsOf).join('');
  return blocks.test(node.nodeName) ? ` ${inside} ` : inside;
}

function isBold(node: HtmlNode): boolean {
  const weight = /font-weight:\s*(\w+)/i.exec(node.getAttribute?.('style') ?? '')?.[1];
  if (weight) return weight === 'bold' || Number(weight) >= 600;
  return node.nodeName === 'B' || node.nodeName === 'STRONG';
}
/** Whether all words of a node, those of lists in it aside, are bold. */
function allBold(node: HtmlNode, bold = false): boolean {
  if (node.nodeName === '#text') return bold || clean(node.nodeValue ?? '') === '';
  if (unseen.has(node.nodeName.toUpperCase()) || isList(node)) return true;
  return childrenOf(node).every((child) => allBold(child, isBold(child) || bold));
}

/** Pictures inside a node, those of lists in it aside. */
const picturesIn = (node: HtmlNode): HtmlNode[] =>
  node.nodeName === 'IMG' ? [node] : isList(node) ? [] : childrenOf(node).flatMap(picturesIn);

/**
 * Lines of plain text, or of a table with tabs. A list in a list is the answers to its item; a numbered list without one is questions; answers
 * in bold beside others that are not are right.
 * @param pictureAt where a picture can be had from; null where it cannot. It stands in a line below what it belongs to
 */
export function textOfHtml(root: HtmlNode, pictureAt: (picture: HtmlNode) => string | null = () => null): string {
  const lines: string[] = [];
  let number = 0;
  const say = (text: string) => {
    if (text) lines.push(text);
  };
  const last = () => lines.at(-1) ?? '';
  const show = (node: HtmlNode) => {
    for (const picture of picturesIn(node)) {
      const src = pictureAt(picture);
      const alt = clean(picture.getAttribute?.('alt') ?? '').replaceAll('"', '”');
      if (src !== null) lines.push(`Picture: ${src} "${alt}"`);
    }
  };

  const answers = (list: HtmlNode) => {
    const items = childrenOf(list).filter((item) => item.nodeName === 'LI');
    const bold = items.map((item) => clean(wordsOf(item)) !== '' && allBold(item));
    const tells = bold.some(Boolean) && !bold.every(Boolean);
    items.forEach((item, i) => {
      const words = clean(wordsOf(item));
      if (words) lines.push(`- ${words}${tells && bold[i] ? ' *' : ''}`);
      for (const inner of listsIn(item)) answers(inner);
    });
  };
  const list = (node: HtmlNode) => {
    const items = childrenOf(node).filter((item) => item.nodeName === 'LI');
    const nested = items.some((item) => listsIn(item).length > 0);
    const letters = /[aA]/.test(node.getAttribute?.('type') ?? '') || /alpha|latin/.test(styleOf(node));
    const asks = nested || (node.nodeName === 'OL' && !letters && !/\?$/.test(last()));
    if (!asks) {
      answers(node);
      return;
    }
    for (const item of items) {
      const words = clean(wordsOf(item));
      if (words) lines.push(`${(number += 1)}. ${words}`);
      show(item);
      for (const inner of listsIn(item)) answers(inner);
    }
  };
  const walk = (node: HtmlNode): void => {
    if (isList(node)) return list(node);
    if (node.nodeName === 'TR') {
      const cells = childrenOf(node).filter((cell) => cell.nodeName === 'TD' || cell.nodeName === 'TH');
      return say(cells.map((cell) => clean(wordsOf(cell))).join('\t'));
    }
    if (unseen.has(node.nodeName.toUpperCase())) return;
    const children = childrenOf(node);
    const holds = children.some(function deep(child): boolean {
      return isList(child) || child.nodeName === 'TR' || blocks.test(child.nodeName) || childrenOf(child).some(deep);
    });
    if (holds) {
      inlines(children);
      return;
    }
    for (const line of brokenLines(node)) say(clean(line));
    show(node);
    // An empty paragraph parts what stands above it from what follows.
    if (blocks.test(node.nodeName) && clean(wordsOf(node)) === '' && last() !== '') lines.push('');
  };
  /** Words that stand between blocks are a line of their own. */
  const inlines = (children: HtmlNode[]): void => {
    let words = '';
    let within: HtmlNode[] = [];
    const end = () => {
      say(clean(words));
      within.forEach(show);
      words = '';
      within = [];
    };
    for (const child of children) {
      const inline = child.nodeName === '#text' || !(isBlock(child) || childrenOf(child).some(isBlock));
      if (inline && child.nodeName !== 'BR') {
        words += wordsOf(child);
        within.push(child);
      } else {
        end();
        walk(child);
      }
    }
    end();
  };
  walk(root);
  return lines.join('\n').trim();
}

const styleOf = (node: HtmlNode): string => node.getAttribute?.('style') ?? '';
const isBlock = (node: HtmlNode): boolean =>
  isList(node) || /^(TABLE|TBODY|THEAD|TR|BODY|HTML)$/.test(node.nodeName) || blocks.test(node.nodeName);

function listsIn(node: HtmlNode): HtmlNode[] {
  return childrenOf(node).flatMap((child) => (isList(child) ? [child] : listsIn(child)));
}
/** The lines of a block that has line breaks in it. */
function brokenLines(node: HtmlNode): string[] {
  const lines = [''];
  const read = (one: HtmlNode): void => {
    if (one.nodeName === 'BR') lines.push('');
    else if (one.nodeName === '#text') lines.push(`${lines.pop() ?? ''}${one.nodeValue ?? ''}`);
    else if (!unseen.has(one.nodeName.toUpperCase())) childrenOf(one).forEach(read);
  };
  read(node);
  return lines;
}

/** Whether a piece of HTML says more than its plain text: lists, tables. */
export const hasStructure = (html: string): boolean => /<(li|td|th)[\s>]/i.test(html);
