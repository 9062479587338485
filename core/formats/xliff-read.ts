/** What translators send back: XLIFF 2, read text by text. A mistake is told by its line, and costs its own text alone. */
import { same } from '../document/edits';
import { keepsGaps, lostInserts } from '../languages/translate';
import { type Said, textsOf, whereIs } from '../languages/texts';
import type { Translation } from '../schema/languages';
import type { Quiz, RichText } from '../schema/quiz';
import { cleanRich, insertsIn, plainText } from '../text/rich';
import { isKnownCode, NAMESPACE, type Part, textFrom } from './xliff-parts';
import { type Element, lineAt, readXml, within, wordsIn } from './xml';

/** Characters, and elements inside each other. */
export const LONGEST_XLIFF = 10_000_000;
const MOST_DEPTH = 40;
/** Mistakes that are told; a file that has more is not read any further. */
const MOST_MISTAKES = 200;
/** What a text may hold. */
const LONGEST_TEXT = 20_000;
const LONGEST_LINE = 2_000;

export type XliffMistake = { line: number; says: string };
export type XliffRead = {
  /** The language that the file is in. */
  language: string;
  texts: NonNullable<Translation['texts']>;
  mistakes: XliffMistake[];
};

/**
 * Reads a file for the quiz that it was made from.
 * @returns what it says, or why it cannot be read at all
 */
export function readXliff(quiz: Quiz, file: string): XliffRead | { refused: XliffMistake } {
  const refused = (says: string, line = 1) => ({ refused: { line, says } });
  if (file.length > LONGEST_XLIFF) return refused('it is larger than 10 MB');
  const xml = readXml(file, MOST_DEPTH);
  if ('says' in xml) return { refused: xml };
  const root = xml.roots.find(({ name }) => name === 'xliff');
  if (root?.attributes['xmlns'] !== NAMESPACE) return refused('it is no XLIFF 2', root ? lineAt(file, root.at) : 1);
  const language = root.attributes['trgLang'];
  if (!language) return refused('it does not say which language it is in (trgLang)', lineAt(file, root.at));
  const places = new Map(textsOf(quiz).map((said) => [said.place, said]));
  const read: XliffRead = { language, texts: {}, mistakes: [] };
  for (const unit of within(root, 'unit')) {
    const says = readUnit(unit, places);
    if (typeof says === 'string') {
      if (read.mistakes.length === MOST_MISTAKES) break;
      read.mistakes.push({ line: lineAt(file, unit.at), says });
    } else if (says) read.texts[says.place] = says.entry;
  }
  return read;
}

type Entry = { to: RichText; of: RichText };

/** What a unit says; null where nothing is translated yet; a mistake in words. */
function readUnit(unit: Element, places: Map<string, Said>): { place: string; entry: Entry } | string | null {
  const place = unit.attributes['name'] ?? '';
  const said = places.get(place);
  if (!said) return `“${place.slice(0, 80)}” is no text of this quiz; it may have been taken out`;
  const datas = new Map(within(unit, 'data').map((data) => [data.attributes['id'] ?? '', wordsIn(data)]));
  const segments = within(unit, 'segment');
  try {
    const whole = (name: string) =>
      segments.flatMap((segment) => within(segment, name)).flatMap((part) => partsFrom(part, datas));
    const [of, to] = [whole('source'), whole('target')].map(readText);
    if (of === undefined || to === undefined || (plainText(to).trim() === '' && insertsIn(to).length === 0))
      return null;
    const entry = {
      to: said.isLine && typeof to !== 'string' ? plainText(to) : to,
      of: same(of, said.text) ? said.text : of,
    };
    const at = whereIs(said);
    const most = said.isLine ? LONGEST_LINE : LONGEST_TEXT;
    if (plainText(to).length > most) return `${at}: it is longer than ${most} characters`;
    if (!keepsGaps(entry.of, entry.to)) return `${at}: its gaps are not those of the source`;
    const lost = lostInserts(entry.of, entry.to);
    if (lost.length > 0) return `${at}: what is inserted has not come back: “${lost.join('”, “')}”`;
    return { place, entry };
  } catch (error) {
    if (error instanceof Mistake) return error.message;
    throw error;
  }
}

class Mistake extends Error {}

function readText(parts: Part[]): RichText {
  try {
    const text = textFrom(parts);
    return typeof text === 'string' ? text : cleanRich(text);
  } catch {
    throw new Mistake('the data of a code cannot be read');
  }
}

function partsFrom(element: Element, datas: Map<string, string>): Part[] {
  return element.children.flatMap((child): Part[] => {
    if (typeof child === 'string') return [child];
    const { name, attributes } = child;
    if (name === 'cp')
      return [String.fromCodePoint(Math.min(parseInt(attributes['hex'] ?? '', 16) || 0xfffd, 0x10ffff))];
    // Marks of a tool around words, that say nothing of ours.
    if (name === 'mrk') return partsFrom(child, datas);
    if (name === 'sm' || name === 'em') return [];
    const of = attributes['subType'] ?? '';
    if ((name !== 'pc' && name !== 'ph') || !isKnownCode(of))
      throw new Mistake(`the code <${name}> is not one of the source`);
    const data = datas.get(attributes[name === 'pc' ? 'dataRefStart' : 'dataRef'] ?? '') ?? '';
    return [{ code: { of, data }, inside: name === 'pc' ? partsFrom(child, datas) : null }];
  });
}
