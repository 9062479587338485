/** A package of QTI, or one item by itself: read into a quiz, and written. What cannot be read costs its own item alone. */
import { strToU8, zipSync } from 'fflate';
import { emptyQuiz } from '../../document/blank';
import { validateQuiz } from '../../document/validate';
import { questionOf } from '../../questions/assessed';
import type { Note } from '../../questions/listed';
import type { Page, Question, Quiz } from '../../schema/quiz';
import { plainText } from '../../text/rich';
import { MOST_NOTES, MOST_QUESTIONS } from '../lines';
import { type Element, readXml } from '../xml';
import { filesIn, isZip, LARGEST_PACKAGE, Refused } from '../zip';
import { allIn, childrenOf, NotRead, plainNames } from './elements';
import { readItem } from './item';
import { idFrom } from './words';
import { type QtiFiles, writeQti } from './write';

const MOST_DEPTH = 60;

export type PictureIn = { /** Where the quiz says that it is. */ src: string; name: string; bytes: Uint8Array };
export type PackageRead = { quiz: Quiz; notes: Note[]; pictures: PictureIn[] };

/** A path as it is meant from a file of the package. */
function pathFrom(file: string, said: string): string {
  const parts = file.split('/').slice(0, -1);
  for (const part of decoded(said).split(/[?#]/, 1)[0]?.split('/') ?? []) {
    if (part === '..') parts.pop();
    else if (part !== '.' && part !== '') parts.push(part);
  }
  return parts.join('/');
}
function decoded(said: string): string {
  try {
    return decodeURIComponent(said);
  } catch {
    return said;
  }
}

export const looksLikeQti = (bytes: Uint8Array): boolean =>
  isZip(bytes) || /<(?:\w+:)?(?:qti-assessment-item|assessmentItem)\b/.test(textOf(bytes.subarray(0, 4_000)));

/** Words of a file, in the encoding that it begins with. */
function textOf(bytes: Uint8Array): string {
  const isWide = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  return new TextDecoder(isWide ? (bytes[0] === 0xff ? 'utf-16le' : 'utf-16be') : 'utf-8').decode(bytes);
}

/** Where an item stands in a test. @property isOwn the section is a page of a quiz of ours */
type Ref = { path: string; section: string; page: string; isOwn: boolean; topic: string; limit: number | null };

/**
 * Reads a package.
 * @param id of the quiz that is made
 * @returns the quiz with notes by item, and its pictures; or why it is none that can be read
 */
export function readQti(bytes: Uint8Array, id = 'quiz'): PackageRead | { trouble: string } {
  try {
    return readAll(bytes, id);
  } catch (error) {
    if (error instanceof Refused || error instanceof NotRead)
      return { trouble: `This is no package that can be read: ${error.message}.` };
    // What unpacks it says so in its own words.
    if (error instanceof Error && 'code' in error)
      return { trouble: 'This is no package that can be read: it cannot be unpacked.' };
    throw error;
  }
}

function readAll(bytes: Uint8Array, id: string): PackageRead {
  if (bytes.length > LARGEST_PACKAGE) throw new Refused(`it is larger than ${LARGEST_PACKAGE / 1_000_000} MB`);
  const files = isZip(bytes) ? filesIn(bytes) : new Map([['item.xml', bytes]]);
  const xml = (path: string): Element => {
    const file = files.get(path);
    if (!file) throw new NotRead(`${path.slice(0, 80)} is not in the package`);
    const read = readXml(textOf(file), MOST_DEPTH);
    if ('says' in read)
      throw new (isZip(bytes) ? NotRead : Refused)(`${path.slice(0, 80)}, line ${read.line}: ${read.says}`);
    const [root] = read.roots;
    if (!root) throw new NotRead(`${path.slice(0, 80)} is empty`);
    return root;
  };
  const { refs, title } = isZip(bytes)
    ? contentsOf([...files.keys()], xml)
    : { refs: [{ path: 'item.xml', section: '', page: '', isOwn: false, topic: '', limit: null }], title: '' };
  const notes: Note[] = [];
  const pictures = new Map<string, PictureIn>();
  const ids = new Set<string>();
  const topics = new Map<string, string>();
  const scales = new Map<string, string>();
  const pages: (Page & { key: string })[] = [];
  const pageIds = new Set(['result']);
  for (const [i, ref] of refs.slice(0, MOST_QUESTIONS).entries()) {
    const note = (is: Note['is'], message: string) => notes.push({ line: i + 1, is, message });
    const resolve = (said: string): string | null => {
      if (/^https?:/.test(said)) return said;
      const path = pathFrom(ref.path, said);
      const file = files.get(path);
      if (!file) return null;
      const known = pictures.get(path) ?? { src: `/package/${pictures.size + 1}`, name: path, bytes: file };
      pictures.set(path, known);
      return known.src;
    };
    try {
      const { common, interaction, targets, guesses } = readItem(xml(ref.path), { resolve });
      const question: Question = {
        ...questionOf({ ...common, id: idFrom(common.id || `q${i + 1}`, ids) }, interaction),
        ...(ref.limit === null ? {} : { limit: ref.limit }),
      };
      if (ref.topic) {
        const topic = topics.get(ref.topic) ?? `t${topics.size + 1}`;
        topics.set(ref.topic, topic);
        question.topic = topic;
      }
      const fault = faultOf(question, [...targets.keys()]);
      if (fault) throw new NotRead(fault);
      for (const [target, name] of targets) scales.set(target, name);
      const name = plainText(common.prompt).slice(0, 40);
      for (const guess of guesses) note('guessed', `“${name}”: ${guess}.`);
      const before = pages.at(-1);
      if (ref.isOwn && before?.key === ref.section) before.blocks.push(question);
      else {
        const pageId = idFrom(ref.isOwn ? ref.section : `p${pages.length + 1}`, pageIds);
        pages.push({ key: ref.section, id: pageId, name: ref.page, stage: 'ask', blocks: [question] });
      }
    } catch (error) {
      if (!(error instanceof NotRead)) throw error;
      note('refused', `Item ${i + 1}, ${ref.path.slice(0, 60)}: ${error.message}. It is left out.`);
    }
  }
  if (refs.length > MOST_QUESTIONS)
    notes.push({
      line: MOST_QUESTIONS + 1,
      is: 'refused',
      message: `Items from here on are left out: ${MOST_QUESTIONS} at most can be read.`,
    });
  const quiz: Quiz = {
    ...emptyQuiz(id, title || 'Untitled quiz', [
      ...pages.map(({ key: _, ...page }) => page),
      {
        ...{ id: 'result', name: 'Result', stage: 'result' },
        blocks: [{ id: idFrom('thanks', ids), kind: 'words', body: 'Thank you. That was all.' }],
      },
    ]),
    topics: [...topics].map(([name, topic]) => ({ id: topic, name })),
    scales: [...scales].map(([scale, name]) => ({ id: scale, name })),
  };
  return { quiz, notes: notes.slice(0, MOST_NOTES), pictures: [...pictures.values()] };
}

/** Why a question could not stand in a quiz; null where it can. */
function faultOf(question: Question, scales: string[]): string | null {
  const quiz = emptyQuiz('quiz', 'Quiz', [
    { id: 'p', name: '', stage: 'ask', blocks: [question] },
    { id: 'result', name: '', stage: 'result', blocks: [] },
  ]);
  const topics = question.topic === undefined ? [] : [{ id: question.topic, name: 'Topic' }];
  const checked = validateQuiz({ ...quiz, topics, scales: scales.map((id) => ({ id, name: id })) });
  const [fault] = 'faults' in checked ? checked.faults : [];
  return fault ? `it does not fit in a quiz (${fault.place}: ${fault.reason})` : null;
}

/** What a package holds, in the order of its test, or of its manifest where it has none. */
function contentsOf(paths: string[], xml: (path: string) => Element): { refs: Ref[]; title: string } {
  const manifest = paths.find((path) => /(^|\/)imsmanifest\.xml$/i.test(path));
  if (manifest === undefined) throw new Refused('there is no imsmanifest.xml in it');
  const root = plainNames(xml(manifest));
  const resources = allIn(root, 'resource').map(({ attributes }) => ({
    type: attributes['type'] ?? '',
    path: pathFrom(manifest, attributes['href'] ?? ''),
  }));
  const items = resources.filter(({ type }) => /item_xml/i.test(type)).map(({ path }) => path);
  const test = resources.find(({ type }) => /test_xml/i.test(type))?.path;
  const plain = (path: string): Ref => ({ path, section: '', page: '', isOwn: false, topic: '', limit: null });
  if (test === undefined) {
    if (items.length === 0) throw new Refused('its manifest names no item');
    return { refs: items.map(plain), title: '' };
  }
  const whole = plainNames(xml(test));
  const refs: Ref[] = [];
  const walk = (element: Element, section: Element | null) => {
    for (const child of element.children) {
      if (typeof child === 'string') continue;
      if (child.name === 'assessmentItemRef') refs.push(refFrom(child, section, test));
      else walk(child, child.name === 'assessmentSection' ? child : section);
    }
  };
  walk(whole, null);
  // Items that no test names are no less worth reading.
  const named = new Set(refs.map(({ path }) => path));
  return {
    refs: [...refs, ...items.filter((path) => !named.has(path)).map(plain)],
    title: whole.attributes['title'] ?? '',
  };
}

function refFrom(ref: Element, section: Element | null, test: string): Ref {
  const { attributes } = ref;
  const [category = ''] = (attributes['category'] ?? '').split(/\s+/);
  const [limits] = childrenOf(ref, 'timeLimits');
  const limit = Number(limits?.attributes['maxTime'] ?? NaN);
  const isOwn = section?.attributes['data-ym-page'] === 'true';
  return {
    path: pathFrom(test, attributes['href'] ?? ''),
    section: section?.attributes['identifier']?.replace(/^i\./, '') ?? '',
    page: section?.attributes['title'] ?? '',
    isOwn,
    topic: attributes['data-ym-topic'] ?? (isOwn ? '' : category),
    limit: limit > 0 ? limit : null,
  };
}

/** All dates in a package are the first that it can say: the same quiz gives the same bytes. */
const FIRST_DAY = new Date(1980, 0, 1);

/** Writes a package. @param bytesOf of a picture of the quiz; null where it is not at hand: then it is told as lost */
export function writeQtiPackage(
  quiz: Quiz,
  bytesOf: (src: string) => Uint8Array | null,
): { bytes: Uint8Array; lost: string[] } {
  const { files, pictures, lost }: QtiFiles = writeQti(quiz);
  const entries: Record<string, Uint8Array> = Object.fromEntries(
    Object.entries(files).map(([path, text]) => [path, strToU8(text)]),
  );
  for (const [src, path] of pictures) {
    const bytes = bytesOf(src);
    if (bytes) entries[path] = bytes;
    else lost.push(`the picture ${src}`);
  }
  return { bytes: zipSync(entries, { mtime: FIRST_DAY }), lost };
}
