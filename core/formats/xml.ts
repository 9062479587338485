/** XML of others as a tree: bounded in depth, without definitions of its own, with the place of each element. And XML of ours, escaped. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { tooDeepAt } from '../values/nesting';
import { fieldOf, isObject } from '../values/unknown';

/** @property at where it begins in the file */
export type Element = { name: string; attributes: Record<string, string>; children: (Element | string)[]; at: number };

/**
 * Reads a file. What defines words of its own (DOCTYPE, ENTITY) is not read: no billion laughs, and nothing from elsewhere (XXE).
 * @returns the elements at its top, or why it cannot be read, and in which line
 */
export function readXml(file: string, mostDepth: number): { roots: Element[] } | { line: number; says: string } {
  if (/<!(DOCTYPE|ENTITY)/i.test(file))
    return { line: 1, says: 'files that define words of their own (DOCTYPE) are not read' };
  const deep = tooDeepAt(file, mostDepth);
  if (deep !== null) return { line: lineAt(file, deep), says: 'its parts are nested too deeply' };
  // Its successor is another package, which reads no more than this one.
  // eslint-disable-next-line @typescript-eslint/no-deprecated
  const valid = XMLValidator.validate(file);
  if (valid !== true) return { line: valid.err.line, says: `it is no XML: ${valid.err.msg}` };
  return { roots: treeOf(file) };
}

export const lineAt = (file: string, at: number): number => file.slice(0, at).split('\n').length;

/** The words in an element, however deep. */
export const wordsIn = (element: Element): string =>
  element.children.map((child) => (typeof child === 'string' ? child : wordsIn(child))).join('');

/** Elements of a name inside another, however deep. */
export const within = (element: Element, name: string): Element[] =>
  element.children.flatMap((child) =>
    typeof child === 'string' ? [] : child.name === name ? [child] : within(child, name),
  );

function treeOf(file: string): Element[] {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    trimValues: false,
    parseTagValue: false,
    parseAttributeValue: false,
    htmlEntities: true,
    captureMetaData: true,
  });
  // Typed as the object of the name, while it is the symbol itself.
  const meta = XMLParser.getMetaDataSymbol() as unknown as symbol;
  const read = (nodes: unknown): (Element | string)[] =>
    (Array.isArray(nodes) ? nodes : []).flatMap((node: unknown): (Element | string)[] => {
      if (!isObject(node)) return [];
      const words = fieldOf(node, '#text');
      if (typeof words === 'string') return [words];
      const name = Object.keys(node).find((key) => key !== ':@');
      if (name === undefined || name.startsWith('?')) return [];
      const attributes = fieldOf(node, ':@');
      const at = fieldOf(Reflect.get(node, meta), 'startIndex');
      return [
        {
          name,
          attributes: isObject(attributes)
            ? Object.fromEntries(Object.entries(attributes).map(([key, value]) => [key, String(value)]))
            : {},
          children: read(node[name]),
          at: typeof at === 'number' ? at : 0,
        },
      ];
    });
  return read(parser.parse(file)).filter((one) => typeof one !== 'string');
}

const SPECIAL: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text in XML, and in its attributes. What XML cannot hold is left out (XML 1.0, 2.2). */
export const xmlText = (text: string): string =>
  text

    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"]/g, (one) => SPECIAL[one] ?? one);
