/**
 * What visitors read of a quiz: every text that can be put into another language, by a place that stays the same wherever pages and blocks are
 * moved. `blocks/q2/options/a/text` is the wording of answer `a` of question `q2`.
 */
import { blockLabel, isBlockName } from '../blocks/registry';
import { isObject } from '../values/unknown';
import type { Accepted, Quiz, RichText } from '../schema/quiz';
import { isBlank, plainText } from '../text/rich';

/** @property part what it belongs to, @property field what of it, as creators call them @property where ids from the outside in, as a finding has them @property isKey accepted spellings, with `;` between them */
export type Said = {
  place: string;
  text: RichText;
  part: string;
  field: string;
  where: string[];
  isLine: boolean;
  isKey?: true;
};

/** Parts that no visitor reads, or that are no texts. */
const SKIPPED = new Set([
  'access',
  'bands',
  'carry',
  'draw',
  'examples',
  'known',
  'labels',
  'look',
  'otherwise',
  'presets',
  'routes',
  'rules',
  'setAside',
  'settings',
  'showIf',
  'translations',
  'usual',
  'weights',
  'when',
]);

/** Fields that visitors read, and what creators call them. */
const FIELDS: Record<string, string> = {
  title: 'title',
  description: 'description',
  prompt: 'wording',
  hint: 'hint',
  text: 'text',
  label: 'label',
  button: 'button',
  body: 'text',
  headline: 'headline',
  subject: 'subject',
  preview: 'line in the inbox',
  signature: 'signature',
  right: 'told when right',
  wrong: 'told when wrong',
  always: 'explanation',
};

/** What creators call the things of a list. */
const THINGS: Record<string, string> = {
  options: 'answer',
  items: 'item',
  rows: 'row',
  columns: 'column',
  left: 'left side',
  right: 'right side',
  pairs: 'pair',
  extras: 'right side',
  spots: 'place',
  fields: 'field',
  consent: 'consent',
  offer: 'offer',
  picture: 'words for the picture',
  sound: 'words for the sound',
  video: 'words for the video',
};

/** The parts of a quiz, as visitors come to them. */
const PARTS = ['title', 'description', 'pages', 'bank', 'verdicts', 'scales', 'topics', 'messages'];

type Walk = {
  visit: (said: Said) => RichText;
  /** Names that stand on a page: of outcomes always, of scales and topics where a block shows them. */
  names: ReadonlySet<string>;
  part: string;
  where: string[];
  /** What the thing that is walked through is called. */
  thing: string;
  questions: { count: number };
};

const isRichDoc = (value: unknown): value is Exclude<RichText, string> => isObject(value) && value['type'] === 'doc';
const isText = (value: unknown): value is RichText => typeof value === 'string' || isRichDoc(value);

const idOf = (item: unknown): string | undefined => {
  if (!isObject(item)) return undefined;
  const { id, left } = item;
  return typeof id === 'string' ? id : idOf(left);
};

function walkObject(node: Record<string, unknown>, at: string, walk: Walk): Record<string, unknown> {
  const changed: Record<string, unknown> = {};
  const keys = at === '' ? PARTS : Object.keys(node);
  for (const key of keys) {
    const value = node[key];
    if (SKIPPED.has(key)) continue;
    if (isText(value)) {
      const isName = key === 'name' && walk.names.has(idOf(node) ?? '');
      if ((!(key in FIELDS) && !isName) || isBlank(value)) continue;
      const field = isName ? 'name' : (FIELDS[key] ?? key);
      const to = walk.visit({
        place: at ? `${at}/${key}` : key,
        text: value,
        part: walk.part,
        field: walk.thing && (key === 'text' || key === 'label') ? walk.thing : [walk.thing, field].join(' ').trim(),
        where: walk.where,
        isLine: typeof value === 'string',
      });
      if (to !== value) changed[key] = to;
    } else if (key === 'accept') {
      const accept = withSpellings(value as Accepted[], `${at}/${key}`, walk);
      if (accept !== value) changed[key] = accept;
    } else if (Array.isArray(value)) {
      const items = value.map((item: unknown) => walkItem(item, key, at, walk));
      if (items.some((item, i) => item !== value[i])) changed[key] = items;
    } else if (isObject(value)) {
      const to = walkObject(value, at ? `${at}/${key}` : key, { ...walk, thing: THINGS[key] ?? walk.thing });
      if (to !== value) changed[key] = to;
    }
  }
  return Object.keys(changed).length ? { ...node, ...changed } : node;
}

const spelt = (accepted: Accepted): string => (typeof accepted === 'string' ? accepted : accepted.text);

/** Spellings of another language are accepted beside those that there are, each with the credit of the one in its place. */
function withSpellings(accept: Accepted[], place: string, walk: Walk): Accepted[] {
  const text = accept.map(spelt).join('; ');
  if (text.trim() === '') return accept;
  const field = [walk.thing, 'accepted spellings'].join(' ').trim();
  const to = walk.visit({ place, text, part: walk.part, field, where: walk.where, isLine: true, isKey: true });
  if (to === text) return accept;
  const others = plainText(to)
    .split(/[;\n]/)
    .map((one) => one.trim())
    .filter((one) => one !== '');
  const credited = others.map((one, i): Accepted => {
    const like = accept[Math.min(i, accept.length - 1)];
    return typeof like === 'object' && like.credit !== undefined ? { text: one, credit: like.credit } : one;
  });
  return [...credited, ...accept];
}

/** A thing of a list; one without an id says nothing to visitors. */
function walkItem(item: unknown, list: string, at: string, walk: Walk): unknown {
  const id = idOf(item);
  if (!isObject(item) || id === undefined) return item;
  // What makers write to themselves no visitor reads.
  if (list === 'messages' && item['to'] !== 'visitor') return item;
  // A question keeps its place when it moves to another page, or out of the bank.
  const isBlock = list === 'blocks' || list === 'bank';
  const place = isBlock ? `blocks/${id}` : [at, list, id].filter(Boolean).join('/');
  return walkObject(item, place, { ...walk, ...partOf(item, list, id, walk) });
}

function partOf(item: Record<string, unknown>, list: string, id: string, walk: Walk): Partial<Walk> {
  const name = typeof item['name'] === 'string' ? item['name'] : '';
  const kind = typeof item['kind'] === 'string' ? item['kind'] : '';
  switch (list) {
    case 'pages':
      return { part: name ? `Page “${name}”` : 'A page', where: [id] };
    case 'blocks':
      if (isBlockName(kind)) return { part: blockLabel(kind), where: [...walk.where, id] };
      walk.questions.count += 1;
      return { part: `Question ${walk.questions.count}`, where: [...walk.where, id] };
    case 'bank':
      return { part: 'A question of the bank', where: [id] };
    case 'verdicts':
      return { where: [id] };
    case 'outcomes':
      return { part: `Outcome “${name}”`, where: [...walk.where, id] };
    case 'scales':
      return { part: 'Scale', where: [id] };
    case 'topics':
      return { part: 'Topic', where: [id] };
    case 'messages':
      return { part: `Letter “${name}”`, where: [id] };
    default:
      return { thing: THINGS[list] ?? walk.thing };
  }
}

function namesShown(quiz: Quiz): Set<string> {
  const blocks = quiz.pages.flatMap((page) => page.blocks);
  const topics = blocks.some((b) => b.kind === 'topics')
    ? quiz.topics.map(({ id }) => id)
    : blocks.flatMap((b) => (b.kind === 'chart' && b.topic !== undefined ? [b.topic] : []));
  return new Set([
    ...quiz.verdicts.flatMap((verdict) => verdict.outcomes.map(({ id }) => id)),
    ...blocks.flatMap((b) => (b.kind === 'score' ? b.scales : b.kind === 'standing' ? [b.of] : [])),
    ...topics,
  ]);
}

/** A quiz with each of its texts replaced by what `visit` gives for it; everything else is the same object as before. */
export function mapTexts(quiz: Quiz, visit: (said: Said) => RichText): Quiz {
  const walk = { visit, names: namesShown(quiz), part: 'The quiz', where: [], thing: '', questions: { count: 0 } };
  // The walk keeps the shape: it puts a text where a text was.
  return walkObject(quiz, '', walk) as Quiz;
}

const listed = new WeakMap<Quiz, Said[]>();

/** All that visitors read of a quiz, in the order of the document. What is empty is left out. */
export function textsOf(quiz: Quiz): Said[] {
  const known = listed.get(quiz);
  if (known) return known;
  const texts: Said[] = [];
  mapTexts(quiz, (said) => {
    texts.push(said);
    return said.text;
  });
  listed.set(quiz, texts);
  return texts;
}

/** Where a text stands, as creators call it. */
export const whereIs = ({ part, field }: Said): string => (part.toLowerCase() === field ? part : `${part}, ${field}`);

/** Everything of a text that a list of them can be searched by. */
export const searchable = ({ part, field, text }: Said): string => `${part} ${field} ${plainText(text)}`.toLowerCase();
