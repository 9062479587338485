/** Rich text is structure, never HTML: a plain string or a document of paragraphs, lists and inserts. */
import { isObject } from '../values/unknown';
import type { Inline, Insert, RichDoc, RichText } from '../schema/quiz';
import { isLink } from '../schema/address';

/** Fills an insert; null or "" leaves it to the insert's fallback. */
export type Fill = (insert: Insert['attrs']) => string | null;

function inlineText(node: Inline, fill: Fill): string {
  if (node.type === 'text') return node.text;
  if (node.type === 'hardBreak') return '\n';
  return node.type === 'gap' ? '___' : fill(node.attrs) || node.attrs.fallback;
}

/** The words alone, a line per paragraph, list items with a dash; inserts filled. */
export function plainText(rich: RichText | undefined, fill: Fill = () => null): string {
  if (rich === undefined) return '';
  if (typeof rich === 'string') return rich;
  const lines = rich.content.flatMap((block) => {
    if (block.type === 'paragraph') return [(block.content ?? []).map((n) => inlineText(n, fill)).join('')];
    return block.content.map(
      (item, i) =>
        `${block.type === 'orderedList' ? `${i + 1}.` : '–'} ${item.content
          .map((p) => (p.content ?? []).map((n) => inlineText(n, fill)).join(''))
          .join('\n')}`,
    );
  });
  return lines.join('\n').trim();
}

export const isBlank = (rich: RichText | undefined): boolean =>
  rich === undefined || (plainText(rich) === '' && insertsIn(rich).length === 0);

/** A plain string as the document an editor works on: a paragraph per line. */
export function toDoc(rich: RichText | undefined): RichDoc {
  if (rich !== undefined && typeof rich !== 'string') return rich;
  const lines = (rich ?? '').split('\n');
  return {
    type: 'doc',
    content: lines.map((text) =>
      text ? { type: 'paragraph', content: [{ type: 'text', text }] } : { type: 'paragraph' },
    ),
  };
}

const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);
const children = (value: unknown): unknown[] => (isObject(value) ? list(value['content']) : []);

/**
 * What an editor hands over, brought to the document's own structure: unknown nodes, marks and attributes fall away.
 * @param value a ProseMirror document as JSON, of any schema
 */
export function cleanRich(value: unknown): RichDoc {
  type Marks = NonNullable<Extract<Inline, { type: 'text' }>['marks']>;
  type Leaf = Exclude<RichDoc['content'][number], { type: 'bulletList' | 'orderedList' }>;
  const inline = (node: unknown): Inline[] => {
    if (!isObject(node)) return [];
    if (node['type'] === 'hardBreak') return [{ type: 'hardBreak' }];
    const attrs = isObject(node['attrs']) ? node['attrs'] : {};
    if (node['type'] === 'gap' && typeof attrs['gap'] === 'string')
      return [{ type: 'gap', attrs: { gap: attrs['gap'] } }];
    if (node['type'] === 'insert') {
      // The editor makes inserts from a list of ours alone.
      const { value: kind, ref, fallback } = attrs as Partial<Insert['attrs']> & Pick<Insert['attrs'], 'value'>;
      return [{ type: 'insert', attrs: { value: kind, ...(ref ? { ref } : {}), fallback: fallback ?? '' } }];
    }
    if (node['type'] !== 'text' || typeof node['text'] !== 'string' || !node['text']) return [];
    const marks = list(node['marks']).flatMap((mark): Marks => {
      if (!isObject(mark)) return [];
      if (mark['type'] === 'bold' || mark['type'] === 'italic') return [{ type: mark['type'] }];
      const href = isObject(mark['attrs']) ? mark['attrs']['href'] : undefined;
      return mark['type'] === 'link' && typeof href === 'string' && isLink(href)
        ? [{ type: 'link', attrs: { href } }]
        : [];
    });
    return [{ type: 'text', text: node['text'], ...(marks.length ? { marks } : {}) }];
  };
  const paragraph = (node: unknown): Leaf => {
    const content = children(node).flatMap(inline);
    return content.length ? { type: 'paragraph', content } : { type: 'paragraph' };
  };
  const content = children(value).flatMap((node): RichDoc['content'] => {
    if (!isObject(node)) return [];
    if (node['type'] === 'bulletList' || node['type'] === 'orderedList') {
      return [
        {
          type: node['type'],
          content: children(node).map((item) => ({ type: 'listItem', content: children(item).map(paragraph) })),
        },
      ];
    }
    return [paragraph(node)];
  });
  return { type: 'doc', content: content.length ? content : [{ type: 'paragraph' }] };
}

/** Whether a text anywhere inside a part of a document has an insert: what it says depends on who reads it then. */
export const hasInserts = (part: unknown): boolean =>
  Array.isArray(part)
    ? part.some(hasInserts)
    : isObject(part) && (part['type'] === 'insert' || Object.values(part).some(hasInserts));

/** Every insert that stands in a text. */
export function insertsIn(rich: RichText | undefined): Insert['attrs'][] {
  if (rich === undefined || typeof rich === 'string') return [];
  const of = (content: Inline[] | undefined) => (content ?? []).flatMap((n) => (n.type === 'insert' ? [n.attrs] : []));
  return rich.content.flatMap((block) =>
    block.type === 'paragraph'
      ? of(block.content)
      : block.content.flatMap((item) => item.content.flatMap((p) => of(p.content))),
  );
}

/** The gaps that stand in a text, in its order. */
export function gapsIn(rich: RichText): string[] {
  if (typeof rich === 'string') return [];
  const of = (content: Inline[] | undefined) => (content ?? []).flatMap((n) => (n.type === 'gap' ? [n.attrs.gap] : []));
  return rich.content.flatMap((block) =>
    block.type === 'paragraph'
      ? of(block.content)
      : block.content.flatMap((item) => item.content.flatMap((p) => of(p.content))),
  );
}

/** Whether what an insert stands for is an address that one follows. */
const isAddress = ({ value }: Insert['attrs']): boolean =>
  value === 'resultLink' || value === 'goOnLink' || value === 'certificateLink' || value === 'quizLink';

/** The same text with every insert replaced by words, as it is kept in a letter or shown to a visitor. */
export function fillRich(rich: RichText, fill: Fill): RichDoc {
  const inline = (nodes: Inline[] | undefined): Inline[] =>
    (nodes ?? []).flatMap((node): Inline[] => {
      if (node.type !== 'insert') return [node];
      const filled = fill(node.attrs);
      const text = filled || node.attrs.fallback;
      if (!text) return [];
      return filled && isAddress(node.attrs)
        ? [{ type: 'text', text, marks: [{ type: 'link', attrs: { href: filled } }] }]
        : [{ type: 'text', text }];
    });
  const paragraph = <P extends { type: 'paragraph'; content?: Inline[] }>(p: P): P => ({
    ...p,
    content: inline(p.content),
  });
  return {
    type: 'doc',
    content: toDoc(rich).content.map((block) =>
      block.type === 'paragraph'
        ? paragraph(block)
        : { ...block, content: block.content.map((item) => ({ ...item, content: item.content.map(paragraph) })) },
    ),
  };
}
