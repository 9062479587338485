/** What is known of an item while it is read, and how many marks it says it is worth. */
import type { Interaction, Part } from '../../questions/interaction';
import type { Picture } from '../../schema/quiz';
import { type Element, wordsIn } from '../xml';
import { allIn, childrenOf, numberIn, type Response } from './elements';

export type Ctx = {
  item: Element;
  body: Element;
  all: Element[];
  responses: Map<string, Response>;
  id: (said: string | undefined) => string;
  part: (element: Element) => Part;
  picture: (within: Element) => Picture | undefined;
  guesses: string[];
  weights: Map<string, Record<string, number>>;
};
export type Known = { interaction: Interaction; marks: number; isShared: boolean };

export const NO_RESPONSE: Response = { cardinality: 'single', base: 'identifier', correct: [], map: null, areas: [] };

/** Whether our own item says that a share of its parts is worth a share of its marks; undefined of items of others. */
export const sharedIn = ({ item }: Ctx): boolean | undefined => {
  const said = item.attributes['data-ym-credit'];
  return said === undefined ? undefined : said === 'share';
};
/** The marks that an item says it is worth. */
export function saidMarks({ item }: Ctx): number | undefined {
  const own = numberIn(item.attributes['data-ym-marks']);
  if (own !== undefined) return own;
  const most = childrenOf(item, 'outcomeDeclaration').find(({ attributes }) => attributes['identifier'] === 'MAXSCORE');
  const [value] = most ? allIn(most, 'value') : [];
  const said = numberIn(value && wordsIn(value).trim());
  if (said !== undefined && said > 0) return said;
  const score = childrenOf(item, 'outcomeDeclaration').find(({ attributes }) => attributes['identifier'] === 'SCORE');
  const normal = numberIn(score?.attributes['normalMaximum']);
  return normal !== undefined && normal > 0 ? normal : undefined;
}
export const positives = (map: ReadonlyMap<string, number>): number =>
  [...map.values()].reduce((a, b) => a + Math.max(0, b), 0);

/** Whether all have to be right together. */
export const hasAnd = ({ item }: Ctx): boolean =>
  allIn(item, 'responseProcessing').some((one) => allIn(one, 'and').length > 0);
