/** The studio's edits, by name. Each says what it does to the document; the core applies it, inverts it and refuses what does not fit. */
import { fieldOf } from '../../core/values/unknown';
import type { Block, Choice, Page, Question, Quiz, Topic } from '../../core/schema/quiz';
import { choiceBlock, resultPage } from '../../core/document/blank';
import { isQuestion, quizIndex } from '../../core/document/lookup';
import { type Edit, type Op, type Place } from '../../core/document/edits';

const alphabet = '23456789abcdefghjkmnpqrstuvwxyz';
export const newId = (prefix: string): string =>
  `${prefix}-${[...crypto.getRandomValues(new Uint8Array(8))].map((byte) => alphabet[byte % alphabet.length]).join('')}`;

/** Sets one field; `was` guards against overwriting what another window wrote meanwhile. */
export function setField(name: string, at: Place, field: string[], was: unknown, to: unknown): Edit {
  const op: Op = { op: 'set', at, field, was };
  if (to !== undefined) op.to = to;
  return { name, ops: [op] };
}

/** Sets several fields of a thing as one step. An undefined value takes the field out. */
export const setFields = (name: string, at: Place, thing: object, part: Record<string, unknown>): Edit => ({
  name,
  ops: Object.entries(part).flatMap(([field, to]) => setField(name, at, [field], fieldOf(thing, field), to).ops),
});

export const placeOfPage = (page: string): Place => ['pages', page];
export const placeOfBlock = (quiz: Quiz, block: string): Place => [
  'pages',
  quizIndex(quiz).pageOf.get(block)?.id ?? '',
  'blocks',
  block,
];
export const placeOfOption = (quiz: Quiz, block: string, option: string): Place => [
  ...placeOfBlock(quiz, block),
  'options',
  option,
];

const asksOf = (quiz: Quiz): Page[] => quiz.pages.filter((p) => p.stage === 'ask');
const before = (items: { id: string }[], id: string): string | null =>
  items[items.findIndex((i) => i.id === id) - 1]?.id ?? null;

type Listed = { id: string };

/** Puts things into a list behind another, or first where `after` is null. */
export const addToList = (at: Place, list: string, after: string | null, items: Listed[]): Edit => ({
  name: `add-${list}`,
  ops: items.map((item, i): Op => ({ op: 'insert', at, list, item, after: items[i - 1]?.id ?? after })),
});

/** Several lines put into one thing of a list: the first becomes its text, the others things behind it. */
export function pasteInList(at: Place, list: string, into: Listed & { text: string }, lines: string[]): Edit {
  const [first = '', ...rest] = lines;
  const items = rest.map((text) => ({ id: newId(list.charAt(0)), text }));
  return {
    name: `paste-${list}`,
    ops: [
      { op: 'set', at: [...at, list, into.id], field: ['text'], was: into.text, to: first },
      ...addToList(at, list, into.id, items).ops,
    ],
  };
}

export const removeFromList = (at: Place, list: string, id: string): Edit => ({
  name: `remove-${list}`,
  ops: [{ op: 'remove', at, list, id }],
});

/** Moves a thing by one place in its list; null at the end of it. */
export function moveInList(at: Place, list: string, items: Listed[], id: string, by: -1 | 1): Edit | null {
  const after = neighbour(items, id, by);
  return after === undefined ? null : { name: `move-${list}`, ops: [{ op: 'move', at, list, id, to: at, after }] };
}

/** What a thing stands behind after moving by one; undefined where it cannot move. */
function neighbour(items: { id: string }[], id: string, by: -1 | 1): string | null | undefined {
  const i = items.findIndex((o) => o.id === id);
  const target = i + by;
  if (i < 0 || target < 0 || target >= items.length) return undefined;
  return by === 1 ? items[target]?.id : (items[target - 1]?.id ?? null);
}

/** A new page behind another, with one block on it. */
export function addPage(quiz: Quiz, after: string | null, block: Block): { edit: Edit; page: Page } {
  const page: Page = { id: newId('p'), name: `Page ${asksOf(quiz).length + 1}`, stage: 'ask', blocks: [block] };
  const last = asksOf(quiz).at(-1)?.id ?? null;
  return {
    page,
    edit: { name: 'add-page', ops: [{ op: 'insert', at: [], list: 'pages', item: page, after: after ?? last }] },
  };
}

/** Pages behind another, with the topics they are filed under. A page that holds nothing but an empty question gives way to them. */
export function addPages(quiz: Quiz, behind: string, pages: Page[], topics: Topic[], empty?: string): Edit {
  const ops: Op[] = topics.map((item, i) => ({
    op: 'insert',
    at: [],
    list: 'topics',
    item,
    after: topics[i - 1]?.id ?? quiz.topics.at(-1)?.id ?? null,
  }));
  pages.forEach((item, i) =>
    ops.push({ op: 'insert', at: [], list: 'pages', item, after: pages[i - 1]?.id ?? behind }),
  );
  const old = quizIndex(quiz).pageOf.get(empty ?? '');
  if (old && empty !== undefined) {
    if (old.blocks.length === 1) ops.push({ op: 'remove', at: [], list: 'pages', id: old.id });
    else ops.push({ op: 'remove', at: placeOfPage(old.id), list: 'blocks', id: empty });
  }
  return { name: 'add-pages', ops };
}

export const makeQuestion = (): Choice => choiceBlock(newId);

export const addBlock = (page: string, after: string | null, block: Block): Edit => ({
  name: 'add-block',
  ops: [{ op: 'insert', at: placeOfPage(page), list: 'blocks', item: block, after }],
});

/** Puts a block of another kind where an empty one stands. */
export function replaceBlock(quiz: Quiz, old: string, block: Block): Edit {
  const page = quizIndex(quiz).pageOf.get(old);
  const at = placeOfPage(page?.id ?? '');
  return {
    name: 'change-kind',
    ops: [
      { op: 'insert', at, list: 'blocks', item: block, after: old },
      { op: 'remove', at, list: 'blocks', id: old },
    ],
  };
}

/** Puts a question of another kind, with the same id, in the place of the old one. */
export function changeQuestion(quiz: Quiz, old: Question, next: Question): Edit {
  const page = quizIndex(quiz).pageOf.get(old.id);
  const at = placeOfPage(page?.id ?? '');
  return {
    name: 'change-kind',
    ops: [
      { op: 'remove', at, list: 'blocks', id: old.id },
      { op: 'insert', at, list: 'blocks', item: next, after: before(page?.blocks ?? [], old.id) },
    ],
  };
}

/** Takes a page away that was left empty; one that somebody has put something onto meanwhile stays. */
export const dropEmpty = (page: string): Op => ({ op: 'remove', at: [], list: 'pages', id: page, ifEmpty: 'blocks' });

/** The same block once more, behind itself, and its id. */
export function duplicateBlock(quiz: Quiz, id: string): { edit: Edit; id: string } | null {
  const page = quizIndex(quiz).pageOf.get(id);
  const block = page?.blocks.find((b) => b.id === id);
  if (!page || !block) return null;
  const item = { ...block, id: newId(isQuestion(block) ? 'q' : 'b') };
  const op: Op = { op: 'insert', at: placeOfPage(page.id), list: 'blocks', item, after: id };
  return { edit: { name: 'duplicate-block', ops: [op] }, id: item.id };
}

/**
 * The same page once more, behind itself. Where it leads, for whom it shows and how it holds stay as they are; a condition in it that is on one
 * of its own questions is on the copy of that question.
 */
export function duplicatePage(quiz: Quiz, id: string): { edit: Edit; first: string } | null {
  const page = quizIndex(quiz).pages.get(id);
  if (!page) return null;
  const fresh = new Map(page.blocks.map((b) => [b.id, newId(isQuestion(b) ? 'q' : 'b')]));
  const item = renamed({ ...page, id: newId('p'), name: `${page.name} (copy)` }, fresh);
  const op: Op = { op: 'insert', at: [], list: 'pages', item, after: id };
  return { edit: { name: 'duplicate-page', ops: [op] }, first: item.blocks[0]?.id ?? item.id };
}

/** A page whose blocks have other ids: conditions and inserts that name one of them name the other. */
function renamed(page: Page, ids: ReadonlyMap<string, string>): Page {
  const other = (id: string) => ids.get(id) ?? id;
  const names = new Set(['answer', 'ref']);
  const text = JSON.stringify(page, (key, value: unknown) =>
    names.has(key) && typeof value === 'string' ? other(value) : value,
  );
  const copy = JSON.parse(text) as Page;
  return { ...copy, blocks: copy.blocks.map((block) => ({ ...block, id: other(block.id) })) };
}

/** Removes a block, and its page with it where nothing else stands there. */
export function removeBlock(quiz: Quiz, block: string): Edit {
  const page = quizIndex(quiz).pageOf.get(block);
  const ops: Op[] = [{ op: 'remove', at: placeOfPage(page?.id ?? ''), list: 'blocks', id: block }];
  if (page?.blocks.length === 1 && page.stage === 'ask') ops.push(dropEmpty(page.id));
  return { name: 'remove-block', ops };
}

export function moveBlock(quiz: Quiz, block: string, by: -1 | 1): Edit | null {
  const page = quizIndex(quiz).pageOf.get(block);
  if (!page) return null;
  const at = placeOfPage(page.id);
  const after = neighbour(page.blocks, block, by);
  if (after !== undefined)
    return { name: 'move-block', ops: [{ op: 'move', at, list: 'blocks', id: block, to: at, after }] };
  // Beyond the end of its page, move to the next page.
  const other = quiz.pages[(quizIndex(quiz).position.get(page.id) ?? 0) + by];
  if (!other || other.stage !== page.stage) return null;
  const op: Op = {
    op: 'move',
    at,
    list: 'blocks',
    id: block,
    to: placeOfPage(other.id),
    after: by === 1 ? null : (other.blocks.at(-1)?.id ?? null),
  };
  return {
    name: 'move-block',
    ops: page.blocks.length === 1 ? [op, dropEmpty(page.id)] : [op],
  };
}

export function movePage(quiz: Quiz, page: string, by: -1 | 1): Edit | null {
  const after = neighbour(asksOf(quiz), page, by);
  return after === undefined
    ? null
    : { name: 'move-page', ops: [{ op: 'move', at: [], list: 'pages', id: page, to: [], after }] };
}

export const removePage = (page: string): Edit => ({
  name: 'remove-page',
  ops: [{ op: 'remove', at: [], list: 'pages', id: page }],
});

/** Puts what stands on a page onto the one above, and takes the page away. */
export function joinWithAbove(quiz: Quiz, page: Page): Edit | null {
  const aboveId = before(asksOf(quiz), page.id);
  const above = quiz.pages.find((p) => p.id === aboveId);
  if (!above) return null;
  let after = above.blocks.at(-1)?.id ?? null;
  const moves = page.blocks.map(({ id }): Op => {
    const op: Op = { op: 'move', at: placeOfPage(page.id), list: 'blocks', id, to: placeOfPage(above.id), after };
    after = id;
    return op;
  });
  return { name: 'join-pages', ops: [...moves, dropEmpty(page.id)] };
}

/** A page break before a block: it and what follows go onto a page of their own. */
export function breakBefore(quiz: Quiz, block: string): Edit | null {
  const page = quizIndex(quiz).pageOf.get(block);
  const index = page?.blocks.findIndex((b) => b.id === block) ?? -1;
  if (!page || index < 1) return null;
  const fresh: Page = { id: newId('p'), name: `Page ${asksOf(quiz).length + 1}`, stage: page.stage, blocks: [] };
  let after: string | null = null;
  const moves = page.blocks.slice(index).map(({ id }): Op => {
    const op: Op = { op: 'move', at: placeOfPage(page.id), list: 'blocks', id, to: placeOfPage(fresh.id), after };
    after = id;
    return op;
  });
  return { name: 'break-page', ops: [{ op: 'insert', at: [], list: 'pages', item: fresh, after: page.id }, ...moves] };
}

/** Files a question under the topic of this name, made where there is none; "" files it under none. */
export function setTopic(quiz: Quiz, question: Question, name: string): Edit {
  const known = quiz.topics.find((t) => t.name.toLowerCase() === name.toLowerCase());
  const fresh = known || !name ? null : { id: newId('t'), name };
  const ops: Op[] = fresh
    ? [{ op: 'insert', at: [], list: 'topics', item: fresh, after: quiz.topics.at(-1)?.id ?? null }]
    : [];
  const set: Op = { op: 'set', at: placeOfBlock(quiz, question.id), field: ['topic'], was: question.topic };
  const to = known?.id ?? fresh?.id;
  if (to !== undefined) set.to = to;
  return { name: 'set-topic', ops: [...ops, set] };
}

/** A page to be welcomed on, before all others; the title stands above its words by itself. */
export function addWelcome(): { edit: Edit; words: string } {
  const words = newId('b');
  const page: Page = { id: newId('p'), name: 'Start', stage: 'ask', blocks: [{ id: words, kind: 'words', body: '' }] };
  return {
    edit: { name: 'add-welcome', ops: [{ op: 'insert', at: [], list: 'pages', item: page, after: null }] },
    words,
  };
}

export const addResultPage = (quiz: Quiz): Edit => ({
  name: 'add-result-page',
  ops: [{ op: 'insert', at: [], list: 'pages', item: resultPage(newId), after: quiz.pages.at(-1)?.id ?? null }],
});
