/** A document as runs took it, read by the key of another edition: what visitors saw stays, what is right and what comes of it is the other's. */
import { isObject } from '../values/unknown';
import type { Block, Question, Quiz } from '../schema/quiz';
import { isQuestion, quizIndex, without } from './lookup';

/** What stood before the visitor, or decided what they could send. */
const SEEN = new Set([
  ...['id', 'kind', 'name', 'prompt', 'required', 'media', 'hint', 'showIf', 'limit', 'shuffle', 'across', 'linked'],
  ...['pick', 'as', 'min', 'max', 'step', 'other', 'text', 'picture', 'pairs', 'extras'],
]);
/** Lists in which the order is the key. */
const ORDERED = new Set(['items']);

type Fields = Record<string, unknown>;

const made = new WeakMap<Quiz, WeakMap<Quiz, Quiz>>();

/**
 * @param taken what the run was taken on @param by the edition whose key counts
 * @returns the first of them with the questions' keys, marks and effects, topics, scales and verdicts of the other, as far as that knows them; the same object each time
 */
export function rekeyed(taken: Quiz, by: Quiz): Quiz {
  if (taken === by) return taken;
  const known = made.get(taken) ?? new WeakMap<Quiz, Quiz>();
  made.set(taken, known);
  const before = known.get(by);
  if (before) return before;
  const { questions } = quizIndex(by);
  const keyedAs = <B extends Block>(block: B): B => {
    const other = isQuestion(block) ? questions.get(block.id) : undefined;
    // TypeScript cannot know that a question is made of a question.
    return other && isQuestion(block) ? (keyed(block, other) as unknown as B) : block;
  };
  const { bank } = taken;
  const quiz: Quiz = {
    ...taken,
    pages: taken.pages.map((page) => ({ ...page, blocks: page.blocks.map(keyedAs) })),
    ...(bank ? { bank: bank.map(keyedAs) } : {}),
    topics: both(by.topics, taken.topics),
    scales: both(by.scales, taken.scales),
    verdicts: both(by.verdicts, taken.verdicts),
    scoring: by.scoring,
  };
  known.set(by, quiz);
  return quiz;
}

/** What is in the one, and what is in the other alone: result pages of old may still show it. */
function both<T extends { id: string }>(one: T[], other: T[]): T[] {
  const ids = new Set(one.map(({ id }) => id));
  return [...one, ...other.filter(({ id }) => !ids.has(id))];
}

function keyed(taken: Question, by: Question): Question {
  // Another kind of question asks something else.
  if (taken.kind !== by.kind) return taken;
  const seen: Fields = Object.fromEntries(Object.entries(taken).filter(([field]) => SEEN.has(field)));
  const key: Fields = {};
  for (const [field, value] of Object.entries(by)) {
    if (SEEN.has(field)) continue;
    const own = (taken as Fields)[field];
    key[field] = isList(value) && isList(own) ? parts(field, own, value) : value;
  }
  return { ...seen, ...key, ...pairsOf(taken, by), ...keyOf(taken, by) } as Question;
}

type Part = Fields & { id: string };
const isList = (value: unknown): value is Part[] =>
  Array.isArray(value) && value.every((one) => isObject(one) && typeof one['id'] === 'string');

/** The parts that there were, each as it stands now; what has gone since stays as it was. */
function parts(field: string, taken: Part[], by: Part[]): Part[] {
  const others = new Map(by.map((part) => [part.id, part]));
  const place = new Map(by.map(({ id }, i) => [id, i]));
  const list = ORDERED.has(field)
    ? [...taken].sort((a, b) => (place.get(a.id) ?? by.length) - (place.get(b.id) ?? by.length))
    : taken;
  return list.map((part) => {
    const other = others.get(part.id);
    if (!other) return part;
    const { text, picture } = part;
    return {
      ...without(other, 'text', 'picture'),
      ...(text === undefined ? {} : { text }),
      ...(picture === undefined ? {} : { picture }),
    } as Part;
  });
}

/** Pairs joined as they are now, where both sides were there. */
function pairsOf(taken: Question, by: Question): object {
  if (!('pairs' in taken) || !('pairs' in by)) return {};
  const rights = [...taken.pairs.map(({ right }) => right), ...(taken.extras ?? [])];
  const joined = new Map(by.pairs.map(({ left, right }) => [left.id, right.id]));
  const pairs = taken.pairs.map(({ left, right }) => ({
    left,
    right: rights.find(({ id }) => id === joined.get(left.id)) ?? right,
  }));
  const used = new Set(pairs.map(({ right }) => right.id));
  if (used.size < pairs.length) return {};
  const extras = rights.filter(({ id }) => !used.has(id));
  return { pairs, ...(extras.length > 0 ? { extras } : {}) };
}

/** The right columns of each row, of those that there were. */
function keyOf(taken: Question, by: Question): object {
  if (!('columns' in taken) || !('columns' in by) || !by.key) return {};
  const columns = new Set(taken.columns.map(({ id }) => id));
  const key = Object.entries(by.key)
    .filter(([row]) => taken.rows.some(({ id }) => id === row))
    .map(([row, right]) => [row, right.filter((id) => columns.has(id))] as const);
  return { key: Object.fromEntries(key.filter(([, right]) => right.length > 0)) };
}
