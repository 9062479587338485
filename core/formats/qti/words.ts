/** Rich text as the XHTML of an item, and back. */
import type { Inline, RichDoc, RichText } from '../../schema/quiz';
import { isLink } from '../../schema/address';
import type { Element } from '../xml';
import { xmlText } from '../xml';

/** An id as an identifier of the standard, which begins with a letter; a full stop stands in no id of ours. */
export const identifier = (id: string): string => (/^[A-Za-z_]/.test(id) ? id : `i.${id}`);
/** An identifier as an id: ours come back as they were. */
export function idFrom(said: string, taken: Set<string>): string {
  const plain =
    said
      .replace(/^i\./, '')
      .replace(/[^A-Za-z0-9_-]/g, '-')
      .slice(0, 50) || 'i';
  let id = plain;
  for (let n = 2; taken.has(id); n++) id = `${plain}-${n}`;
  taken.add(id);
  return id;
}

/** @param gap what stands in the place of a gap */
function inlineXml(node: Inline, gap: (id: string) => string): string {
  if (node.type === 'hardBreak') return '<br/>';
  if (node.type === 'gap') return gap(node.attrs.gap);
  if (node.type === 'insert') return xmlText(node.attrs.fallback);
  return (node.marks ?? []).reduce((inside, mark) => {
    if (mark.type === 'bold') return `<strong>${inside}</strong>`;
    if (mark.type === 'italic') return `<em>${inside}</em>`;
    return `<a href="${xmlText(mark.attrs.href)}">${inside}</a>`;
  }, xmlText(node.text));
}

/** Paragraphs and lists; a plain text is one paragraph for each of its lines. */
export function richXml(rich: RichText, gap: (id: string) => string = () => ''): string {
  if (typeof rich === 'string')
    return rich
      .split('\n')
      .map((line) => `<p>${xmlText(line)}</p>`)
      .join('');
  const paragraph = (content: Inline[] | undefined) =>
    `<p>${(content ?? []).map((node) => inlineXml(node, gap)).join('')}</p>`;
  return rich.content
    .map((block) => {
      if (block.type === 'paragraph') return paragraph(block.content);
      const items = block.content.map((item) => `<li>${item.content.map((p) => paragraph(p.content)).join('')}</li>`);
      const list = block.type === 'bulletList' ? 'ul' : 'ol';
      return `<${list}>${items.join('')}</${list}>`;
    })
    .join('');
}

type Mark = NonNullable<Extract<Inline, { type: 'text' }>['marks']>[number];
type Block = RichDoc['content'][number];

/** What stands around words without a meaning of its own. */
const BLOCKS = ['p', 'div', 'blockquote', 'pre', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'caption', 'dt', 'dd', 'td', 'th'];

/**
 * The words of a body as rich text.
 * @param gapOf the id of the gap that an element is; null where it is none
 * @param skip elements that are no words: interactions, pictures
 */
export function richFrom(
  children: readonly (Element | string)[],
  gapOf: (element: Element) => string | null,
  skip: (element: Element) => boolean,
): RichText {
  const blocks: Block[] = [];
  let open: Inline[] = [];
  const close = () => {
    const content = trimmed(open);
    if (content.length) blocks.push({ type: 'paragraph', content });
    open = [];
  };
  const walk = (nodes: readonly (Element | string)[], marks: Mark[]) => {
    for (const node of nodes) {
      if (typeof node === 'string') {
        const text = node.replace(/\s+/g, ' ');
        if (text) open.push({ type: 'text', text, ...(marks.length ? { marks } : {}) });
        continue;
      }
      const gap = gapOf(node);
      if (gap !== null) open.push({ type: 'gap', attrs: { gap } });
      else if (skip(node)) continue;
      else if (node.name === 'br') open.push({ type: 'hardBreak' });
      else if (node.name === 'ul' || node.name === 'ol') {
        close();
        const items = node.children.flatMap((item) => {
          if (typeof item === 'string' || item.name !== 'li') return [];
          const before = blocks.length;
          walk(item.children, marks);
          close();
          const inside = blocks.splice(before).flatMap((block) => (block.type === 'paragraph' ? [block] : []));
          return inside.length ? [{ type: 'listItem' as const, content: inside }] : [];
        });
        if (items.length) blocks.push({ type: node.name === 'ul' ? 'bulletList' : 'orderedList', content: items });
      } else if (BLOCKS.includes(node.name)) {
        close();
        walk(node.children, marks);
        close();
      } else walk(node.children, [...marks, ...marksOf(node)]);
    }
  };
  walk(children, []);
  close();
  const isPlain = blocks.every(
    (block) => block.type === 'paragraph' && (block.content ?? []).every((n) => n.type === 'text' && !n.marks),
  );
  if (!isPlain) return { type: 'doc', content: blocks };
  return blocks
    .map((block) =>
      block.type === 'paragraph' ? (block.content ?? []).map((n) => (n.type === 'text' ? n.text : '')).join('') : '',
    )
    .join('\n');
}

const marksOf = ({ name, attributes }: Element): Mark[] => {
  if (name === 'strong' || name === 'b') return [{ type: 'bold' }];
  if (name === 'em' || name === 'i') return [{ type: 'italic' }];
  const href = attributes['href'] ?? '';
  return name === 'a' && isLink(href) ? [{ type: 'link', attrs: { href } }] : [];
};

/** Without white space at its ends, and with neighbours of the same marks as one. */
function trimmed(nodes: Inline[]): Inline[] {
  const joined: Inline[] = [];
  for (const node of nodes) {
    const last = joined.at(-1);
    if (node.type === 'text' && last?.type === 'text' && JSON.stringify(node.marks) === JSON.stringify(last.marks))
      last.text = `${last.text}${node.text}`.replace(/ +/g, ' ');
    else joined.push(node.type === 'text' ? { ...node } : node);
  }
  const [first] = joined;
  if (first?.type === 'text') first.text = first.text.trimStart();
  const last = joined.at(-1);
  if (last?.type === 'text') last.text = last.text.trimEnd();
  return joined.filter((node) => node.type !== 'text' || node.text !== '');
}
