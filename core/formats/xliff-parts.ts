/** What rich text is in XLIFF 2: words, and codes around and between them. */
import { isObject } from '../values/unknown';
import type { Inline, RichText } from '../schema/quiz';

export const NAMESPACE = 'urn:oasis:names:tc:xliff:document:2.0';

/** A code: `of` says what it is, `data` what else there is to it, as JSON. */
export type Code = { of: string; data: string };
export type Part = string | { code: Code; inside: Part[] | null };

/** Codes around words. `xlf:` are those of the standard. */
export const AROUND = {
  paragraph: 'ym:paragraph',
  bulletList: 'ym:bullets',
  orderedList: 'ym:numbers',
  listItem: 'ym:item',
  bold: 'xlf:b',
  italic: 'xlf:i',
  link: 'ym:link',
  /** Around what stands where the value is empty. */
  insert: 'ym:insert',
} as const;
/** Codes between words. */
export const BETWEEN = { gap: 'ym:gap', hardBreak: 'xlf:lb' } as const;

const around = (of: keyof typeof AROUND, inside: Part[], data = ''): Part => ({
  code: { of: AROUND[of], data },
  inside,
});

function inlineParts(node: Inline): Part {
  if (node.type === 'hardBreak') return { code: { of: BETWEEN.hardBreak, data: '' }, inside: null };
  if (node.type === 'insert') {
    const { fallback, ...value } = node.attrs;
    return around('insert', [fallback], JSON.stringify(value));
  }
  if (node.type !== 'text') return { code: { of: BETWEEN[node.type], data: JSON.stringify(node.attrs) }, inside: null };
  return (node.marks ?? []).reduceRight<Part>(
    (inside, mark) => around(mark.type, [inside], mark.type === 'link' ? JSON.stringify(mark.attrs) : ''),
    node.text,
  );
}

/** A text as parts; a plain one is one part. */
export function partsOf(text: RichText): Part[] {
  if (typeof text === 'string') return [text];
  const paragraph = ({ content }: { content?: Inline[] }) => around('paragraph', (content ?? []).map(inlineParts));
  return text.content.map((block) =>
    block.type === 'paragraph'
      ? paragraph(block)
      : around(
          block.type,
          block.content.map((item) => around('listItem', item.content.map(paragraph))),
        ),
  );
}

export const isKnownCode = (of: string): boolean =>
  [...Object.values(AROUND), ...Object.values(BETWEEN)].some((one) => one === of);

/** Every code of a text, from left to right. */
export const codesIn = (parts: Part[]): Code[] =>
  parts.flatMap((part) => (typeof part === 'string' ? [] : [part.code, ...codesIn(part.inside ?? [])]));

/**
 * Parts as the nodes of a document, to be cleaned as what an editor hands over is: what does not belong where it stands falls away.
 * @throws where the data of a code is no JSON
 */
export function textFrom(parts: Part[]): string | { type: 'doc'; content: unknown[] } {
  if (parts.every((part) => typeof part === 'string')) return parts.join('');
  const blocks = ['paragraph', 'bulletList', 'orderedList'] as const;
  const isBlock = (part: Part): boolean =>
    typeof part !== 'string' && blocks.some((one) => AROUND[one] === part.code.of);
  // Words that have lost the paragraph around them stand in one.
  if (!parts.some(isBlock)) return { type: 'doc', content: [{ type: 'paragraph', content: nodesFrom(parts, []) }] };
  return { type: 'doc', content: nodesFrom(parts.filter(isBlock), []) };
}

const typeOf = (of: string): string | undefined =>
  [...Object.entries(AROUND), ...Object.entries(BETWEEN)].find(([, code]) => code === of)?.[0];

/** Words that a code point or the mark of a tool has cut in two are one text again. */
function whole(parts: Part[]): Part[] {
  const all: Part[] = [];
  for (const part of parts) {
    const last = all.at(-1);
    if (typeof part === 'string' && typeof last === 'string') all[all.length - 1] = last + part;
    else all.push(part);
  }
  return all;
}

const wordsOf = (parts: Part[]): string =>
  parts.map((part) => (typeof part === 'string' ? part : wordsOf(part.inside ?? []))).join('');

function dataOf(data: string): Record<string, unknown> {
  const value: unknown = JSON.parse(data);
  return isObject(value) ? value : {};
}

function nodesFrom(parts: Part[], marks: unknown[]): unknown[] {
  return whole(parts).flatMap((part): unknown[] => {
    if (typeof part === 'string')
      return part === '' ? [] : [{ type: 'text', text: part, ...(marks.length ? { marks } : {}) }];
    const type = typeOf(part.code.of);
    const attrs = part.code.data === '' ? {} : { attrs: dataOf(part.code.data) };
    if (part.inside === null) return [{ type, ...attrs }];
    if (type === 'insert') return [{ type, attrs: { ...attrs.attrs, fallback: wordsOf(part.inside) } }];
    if (type === 'bold' || type === 'italic' || type === 'link')
      return nodesFrom(part.inside, [...marks, { type, ...attrs }]);
    return [{ type, content: nodesFrom(part.inside, marks) }];
  });
}
