/** The elements of an item, by the names of 2.x, and what is declared in it. */
import { type Element, wordsIn } from '../xml';

export class NotRead extends Error {}

const camel = (name: string): string => name.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
/** The element with the names of 2.x all the way down; `data-…` stays as it is. */
export function plainNames(element: Element): Element {
  const { name, attributes, children, at } = element;
  return {
    name: camel(name.replace(/^[\w.]+:/, '').replace(/^qti-/, '')),
    attributes: Object.fromEntries(
      Object.entries(attributes).map(([key, value]) => [key.startsWith('data-') ? key : camel(key), value]),
    ),
    children: children.map((child) => (typeof child === 'string' ? child : plainNames(child))),
    at,
  };
}

export const elements = (element: Element): Element[] =>
  element.children.flatMap((child) => (typeof child === 'string' ? [] : [child]));
export const childrenOf = (element: Element, name: string): Element[] =>
  elements(element).filter((child) => child.name === name);
export const allIn = (element: Element, ...names: string[]): Element[] =>
  elements(element).flatMap((child) => [...(names.includes(child.name) ? [child] : []), ...allIn(child, ...names)]);
export const numberIn = (text: string | undefined): number | undefined => {
  const value = text === undefined || text.trim() === '' ? NaN : Number(text);
  return Number.isFinite(value) ? value : undefined;
};

export type Response = {
  cardinality: string;
  base: string;
  correct: string[];
  map: Map<string, number> | null;
  areas: { shape: string; coords: number[]; value: number }[];
};
export function responsesIn(item: Element): Map<string, Response> {
  return new Map(
    childrenOf(item, 'responseDeclaration').map((one) => {
      const [mapping] = childrenOf(one, 'mapping');
      const [area] = childrenOf(one, 'areaMapping');
      return [
        one.attributes['identifier'] ?? '',
        {
          cardinality: one.attributes['cardinality'] ?? 'single',
          base: one.attributes['baseType'] ?? 'identifier',
          correct: childrenOf(one, 'correctResponse')
            .flatMap((c) => childrenOf(c, 'value'))
            .map((v) => wordsIn(v).trim()),
          map:
            mapping === undefined
              ? null
              : new Map(
                  childrenOf(mapping, 'mapEntry').map((e) => [
                    e.attributes['mapKey'] ?? '',
                    numberIn(e.attributes['mappedValue']) ?? 0,
                  ]),
                ),
          areas: (area ? childrenOf(area, 'areaMapEntry') : []).map((e) => ({
            shape: e.attributes['shape'] ?? '',
            coords: coordsIn(e.attributes['coords']),
            value: numberIn(e.attributes['mappedValue']) ?? 0,
          })),
        },
      ];
    }),
  );
}
export const coordsIn = (text = ''): number[] => text.split(/[\s,]+/).flatMap((n) => numberIn(n) ?? []);

/** What a gap is known by: its response, or where it is filled from a list its own identifier. Ours is the id of the gap. */
export const gapKey = (element: Element): string =>
  (element.attributes['responseIdentifier'] ?? element.attributes['identifier'] ?? '').replace(/^RESPONSE\./, '');
