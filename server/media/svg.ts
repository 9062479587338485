/** What is not drawn of an SVG that somebody puts in: whatever lets a few bytes cost minutes or gigabytes, or reaches outside the file. */
import { tooDeepAt } from '../../core/values/nesting';
import { isObject, textOf } from '../../core/values/unknown';
import { XMLParser, XMLValidator } from 'fast-xml-parser';

/** Characters, elements, elements inside each other, and copies of elements. */
const LONGEST = 2_000_000;
const MOST_ELEMENTS = 20_000;
const MOST_DEPTH = 60;
const MOST_COPIES = 500;
/** A copy of something that has copies in it multiplies: it may do so once. */
const MOST_NESTING = 1;

const refused = new Set(['script', 'foreignobject', 'filter', 'image', 'iframe', 'animate', 'set', 'animatetransform']);

/** Why an SVG is not taken, in words; null where it is. */
export function svgFault(text: string): string | null {
  if (text.length > LONGEST) return 'This drawing is too large: 2 MB at most.';
  if (/<!(DOCTYPE|ENTITY)/i.test(text))
    return 'Drawings that define words of their own (DOCTYPE, ENTITY) are not taken.';
  if (tooDeepAt(text, MOST_DEPTH) !== null) return `Its parts are nested too deeply: ${MOST_DEPTH} levels at most.`;
  // Its successor is another package, which reads no more than this one.
  // eslint-disable-next-line @typescript-eslint/no-deprecated
  if (XMLValidator.validate(text) !== true) return 'This cannot be read as a drawing.';
  const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false, processEntities: false });
  const elements = flat(parser.parse(text));
  if (elements.length > MOST_ELEMENTS) return `This drawing has too many parts: ${MOST_ELEMENTS} at most.`;
  const strange = elements.find(({ name }) => refused.has(name));
  if (strange)
    return `Drawings with “${strange.name}” in them are not taken. Save it as a plain picture, PNG for example.`;
  const copies = elements.filter(({ name }) => name === 'use');
  if (copies.length > MOST_COPIES) return `This drawing copies its own parts too often: ${MOST_COPIES} times at most.`;
  const byId = new Map(elements.flatMap((e) => (e.id ? [[e.id, e] as const] : [])));
  const depthOf = (element: Element, seen: readonly Element[]): number => {
    if (seen.includes(element) || seen.length > MOST_NESTING + 1) return Infinity;
    const inside = element.name === 'use' ? [element] : element.copies;
    const depths = inside.map(({ href }) => {
      const to = byId.get(href);
      return to ? 1 + depthOf(to, [...seen, element]) : 0;
    });
    return Math.max(0, ...depths);
  };
  if (copies.some((copy) => depthOf(copy, []) > MOST_NESTING + 1))
    return 'This drawing copies its own copies. Save it as a plain picture, PNG for example.';
  return null;
}

type Element = { name: string; id: string; href: string; copies: Element[] };

/** All elements of a drawing, each with the copies that stand in it. */
function flat(nodes: unknown): Element[] {
  const all: Element[] = [];
  const walk = (list: unknown, around: Element[]): void => {
    for (const node of Array.isArray(list) ? list.filter(isObject) : []) {
      const tag = Object.keys(node).find((key) => key !== ':@' && key !== '#text');
      if (tag === undefined) continue;
      const given = node[':@'];
      const href = textOf(given, '@_href') ?? textOf(given, '@_xlink:href') ?? '';
      const element: Element = {
        name: tag.replace(/^.*:/, '').toLowerCase(),
        id: textOf(given, '@_id') ?? '',
        href: href.replace(/^#/, ''),
        copies: [],
      };
      all.push(element);
      if (element.name === 'use') for (const one of around) one.copies.push(element);
      walk(node[tag], [...around, element]);
    }
  };
  walk(nodes, []);
  return all;
}
