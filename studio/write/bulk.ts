/** Edits of many things at once, each of them one step of undo. Pure, and tested on its own. */
import { isObject, textOf } from '../../core/values/unknown';
import { copyPagesInto } from '../../core/document/copy-pages';
import { quizIndex, isQuestion, questionsOf } from '../../core/document/lookup';
import type { Block, Page, Question, Quiz } from '../../core/schema/quiz';
import { validateQuiz } from '../../core/document/validate';
import { type Edit, type Op, same } from '../../core/document/edits';
import { addPages, dropEmpty, newId, placeOfBlock, placeOfPage, setField } from '../edits/edits';

/** The ids in the order in which they stand in the quiz; those that are gone fall away. */
export const inOrder = (quiz: Quiz, ids: readonly string[]): Question[] =>
  quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)).filter((q) => ids.includes(q.id));

/** Sets a field of several questions; null where all of them have it already. */
export function setOnAll(quiz: Quiz, ids: readonly string[], field: keyof Question, to: unknown): Edit | null {
  const ops = inOrder(quiz, ids).flatMap((q) =>
    q[field] === to ? [] : setField('set-many', placeOfBlock(quiz, q.id), [field], q[field], to).ops,
  );
  return ops.length ? { name: 'set-many', ops } : null;
}

export type ForAllField = 'required' | 'marks' | 'penalty' | 'shuffle';

/** Sets a field of all questions, of those that are made later too. Null where it stands like that. @param to undefined where it is as usual */
export function setForAll(quiz: Quiz, field: ForAllField, to: unknown): Edit | null {
  const now = setOnAll(
    quiz,
    questionsOf(quiz).map((q) => q.id),
    field,
    to,
  );
  const usual: Quiz['usual'] = { ...quiz.usual };
  Reflect.deleteProperty(usual, field);
  if (to !== undefined) Object.assign(usual, { [field]: to });
  const next = Object.keys(usual).length ? usual : undefined;
  const later = same(quiz.usual, next) ? [] : setField('set-for-all', [], ['usual'], quiz.usual, next).ops;
  const ops = [...(now?.ops ?? []), ...later];
  return ops.length ? { name: 'set-for-all', ops } : null;
}

/** Pages left without a block by an edit go with it. */
const emptied = (quiz: Quiz, ids: ReadonlySet<string>): string[] =>
  quiz.pages
    .filter((p) => p.stage === 'ask' && p.blocks.length > 0 && p.blocks.every((b) => ids.has(b.id)))
    .map((p) => p.id);

export function removeMany(quiz: Quiz, ids: readonly string[]): Edit | null {
  const chosen = new Set(inOrder(quiz, ids).map((q) => q.id));
  if (chosen.size === 0) return null;
  const ops = [...chosen].map((id): Op => {
    const at = placeOfPage(quizIndex(quiz).pageOf.get(id)?.id ?? '');
    return { op: 'remove', at, list: 'blocks', id };
  });
  return { name: 'remove-many', ops: [...ops, ...emptied(quiz, chosen).map(dropEmpty)] };
}

/**
 * Moves blocks, in their order, behind another block of a page, or (null) to its beginning. A page that they leave empty goes. Null where
 * they stand like that already.
 */
export function placeBlocks(quiz: Quiz, ids: readonly string[], page: string, behind: string | null): Edit | null {
  const to = quizIndex(quiz).pages.get(page);
  const chosen = new Set(ids);
  const moved = quiz.pages.flatMap((p) => p.blocks.filter((b) => chosen.has(b.id)));
  if (!to || moved.length === 0) return null;
  // If the block to follow is moved itself, use the block above it.
  const upTo = to.blocks.slice(0, to.blocks.findIndex((b) => b.id === behind) + 1).filter((b) => !chosen.has(b.id));
  const rest = to.blocks.filter((b) => !chosen.has(b.id));
  const order = [...upTo, ...moved, ...rest.slice(upTo.length)].map((b) => b.id);
  if (order.join() === to.blocks.map((b) => b.id).join()) return null;
  let after = upTo.at(-1)?.id ?? null;
  const ops = moved.map(({ id }): Op => {
    const at = placeOfPage(quizIndex(quiz).pageOf.get(id)?.id ?? '');
    const op: Op = { op: 'move', at, list: 'blocks', id, to: placeOfPage(page), after };
    after = id;
    return op;
  });
  const left = emptied(quiz, chosen).filter((id) => id !== page);
  return { name: 'move-many', ops: [...ops, ...left.map(dropEmpty)] };
}

/** Moves questions, in their order, to the end of a page, or to its beginning. */
export function moveToPage(
  quiz: Quiz,
  ids: readonly string[],
  page: string,
  end: 'first' | 'last' = 'last',
): Edit | null {
  const moved = inOrder(quiz, ids).map((q) => q.id);
  const last = quizIndex(quiz).pages.get(page)?.blocks.at(-1)?.id ?? null;
  return placeBlocks(quiz, moved, page, end === 'last' ? last : null);
}

/** Moves questions up or down by one: together, past the block above the first or below the last of them. */
export function moveMany(quiz: Quiz, ids: readonly string[], by: -1 | 1): Edit | null {
  const moved = inOrder(quiz, ids);
  const chosen = new Set(moved.map((q) => q.id));
  const edge = by === -1 ? moved[0] : moved.at(-1);
  const page = edge && quizIndex(quiz).pageOf.get(edge.id);
  if (!edge || !page) return null;
  const rest = page.blocks.filter((b) => !chosen.has(b.id));
  const above = page.blocks
    .slice(
      0,
      page.blocks.findIndex((b) => b.id === edge.id),
    )
    .filter((b) => !chosen.has(b.id));
  const place = above.length + by;
  if (place < 0 || place > rest.length) {
    const asks = quiz.pages.filter((p) => p.stage === 'ask');
    const other = asks[asks.indexOf(page) + by];
    return other ? moveToPage(quiz, ids, other.id, by === -1 ? 'last' : 'first') : null;
  }
  return placeBlocks(quiz, [...chosen], page.id, rest[place - 1]?.id ?? null);
}

/** Questions as a quiz of their own, in the open format: what the clipboard carries from one quiz to another. */
export function copyText(quiz: Quiz, ids: readonly string[]): string {
  const chosen = new Set(ids);
  const pages = quiz.pages.flatMap(({ id, name, stage, blocks }) => {
    const kept = blocks.filter((b) => chosen.has(b.id));
    return kept.length ? [{ id, name, stage, blocks: kept }] : [];
  });
  const { format, version, id, title, topics } = quiz;
  return JSON.stringify({ format, version, id, title, topics, pages }, null, 2);
}

/** Puts copied questions behind a page; null where the text is nothing of the kind. */
export function pasteEdit(quiz: Quiz, text: string, behind: string): { edit: Edit; first: string } | null {
  if (!text.trimStart().startsWith('{')) return null;
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return null;
  }
  const read = validateQuiz(document);
  if (!('quiz' in read)) return null;
  const { pages, topics } = copyPagesInto(read.quiz, quiz, newId);
  const first = pages[0]?.blocks[0]?.id;
  return first === undefined ? null : { edit: addPages(quiz, behind, pages, topics), first };
}

export type Paging = 'each' | 'topic' | 'one';

/**
 * Puts the questions on pages anew: one on each, those of a topic together, or all on one. Pages that lead somewhere, hold, deal, limit or
 * show on a condition would lose what they say: then it is not done, and the page is named.
 */
export function paged(quiz: Quiz, how: Paging): { edit: Edit } | { why: string } | null {
  const asks = quiz.pages.filter((p) => p.stage === 'ask' && p.blocks.some(isQuestion));
  const firm = asks.find((p) => p.routes ?? p.otherwise ?? p.hold ?? p.draw ?? p.limit ?? p.showIf);
  if (firm)
    return {
      why: `“${firm.name || 'A page'}” leads somewhere of its own, or shows only sometimes. Pages can be put anew only where each just leads to the next.`,
    };
  const blocks = asks.flatMap((p) => p.blocks);
  const groups = how === 'one' ? [blocks] : how === 'each' ? eachOf(blocks) : byTopic(quiz, blocks);
  const now = asks.map((p) => p.blocks.map((b) => b.id).join());
  if (groups.map((g) => g.map((b) => b.id).join()).join('|') === now.join('|')) return null;
  const before = quiz.pages[quiz.pages.findIndex((p) => p.id === asks[0]?.id) - 1]?.id ?? null;
  const topicName = (group: Block[]) => {
    const topic = group.find(isQuestion)?.topic;
    return quiz.topics.find((t) => t.id === topic)?.name;
  };
  const taken = new Set<string>();
  const pages = groups.map((group, i): Page => {
    // A page that keeps its first question keeps its id and name, so that old runs stay readable.
    const old = asks.find((p) => p.blocks[0]?.id === group[0]?.id && !taken.has(p.id));
    if (old) taken.add(old.id);
    const name = (how === 'topic' ? topicName(group) : undefined) ?? old?.name ?? `Page ${i + 1}`;
    return { ...(old ?? { id: newId('p') }), name, stage: 'ask', blocks: group };
  });
  return {
    edit: {
      name: 'page-anew',
      ops: [
        ...asks.map((p): Op => ({ op: 'remove', at: [], list: 'pages', id: p.id })),
        ...pages.map((item, i): Op => ({
          op: 'insert',
          at: [],
          list: 'pages',
          item,
          after: pages[i - 1]?.id ?? before,
        })),
      ],
    },
  };
}

/** Each question with the blocks above it that are none. */
function eachOf(blocks: Block[]): Block[][] {
  const groups: Block[][] = [];
  let open: Block[] = [];
  for (const block of blocks) {
    open.push(block);
    if (!isQuestion(block)) continue;
    groups.push(open);
    open = [];
  }
  const last = groups.at(-1);
  if (open.length && last) last.push(...open);
  return groups;
}

/** The questions of a topic together, in the order of the topics; those without one last. */
function byTopic(quiz: Quiz, blocks: Block[]): Block[][] {
  const each = eachOf(blocks);
  const topicOf = (group: Block[]) => group.find(isQuestion)?.topic;
  return [...quiz.topics.map((t) => t.id), undefined]
    .map((topic) => each.filter((g) => topicOf(g) === topic).flat())
    .filter((g) => g.length > 0);
}

export type Found = { page: string; block: string; option?: string; text: string };

/** Where words stand in the quiz: in wordings, answers, and names of pages. */
export function findIn(quiz: Quiz, words: string): Found[] {
  const wanted = words.trim().toLowerCase();
  if (!wanted) return [];
  const hit = (text: string) => text.toLowerCase().includes(wanted);
  return quiz.pages.flatMap((page): Found[] => [
    ...(hit(page.name) ? [{ page: page.id, block: page.id, text: page.name }] : []),
    ...page.blocks.flatMap((block): Found[] =>
      textsOf(block)
        .filter(({ text }) => hit(text))
        .map(({ text, option }) => ({ page: page.id, block: block.id, text, ...(option ? { option } : {}) })),
    ),
  ]);
}

type Named = { text: string; option?: string };
/** Every string of a block that a visitor may read. */
function textsOf(block: Block): Named[] {
  const found: Named[] = [];
  const walk = (value: unknown, key: string, id: string | undefined) => {
    if (typeof value === 'string') {
      if (readable.has(key)) found.push({ text: value, ...(id ? { option: id } : {}) });
    } else if (Array.isArray(value)) for (const one of value) walk(one, key, id);
    else if (isObject(value)) {
      const inner = value === block ? id : (textOf(value, 'id') ?? id);
      for (const [name, one] of Object.entries(value)) walk(one, name, inner);
    }
  };
  walk(block, '', undefined);
  return found;
}
const readable = new Set([
  'text',
  'prompt',
  'body',
  'hint',
  'title',
  'button',
  'label',
  'right',
  'wrong',
  'always',
  'accept',
]);

/** How a setting stands over all questions: the value that all have, or undefined where they differ. */
export function shared<K extends ForAllField>(
  quiz: Quiz,
  field: K,
  usual: NonNullable<Question[K]>,
): { value: NonNullable<Question[K]> | undefined; others: number; of: number } {
  const all = questionsOf(quiz).map((q) => q[field] ?? usual);
  const counts = new Map<NonNullable<Question[K]>, number>();
  for (const one of all) counts.set(one, (counts.get(one) ?? 0) + 1);
  const [most] = [...counts].sort(([, a], [, b]) => b - a);
  return { value: most?.[0], others: all.length - (most?.[1] ?? 0), of: all.length };
}
