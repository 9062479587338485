/** Questions kept for many quizzes: what of a question is the bank's, and what is each quiz's own. */
import { isObject } from '../values/unknown';
import type { Block, Question, Quiz } from '../schema/quiz';
import { type Edit, type Op, same } from './edits';
import { isQuestion, questionsOf } from './lookup';

/** What a question means in one quiz alone: where it counts, when it shows, and what it is filed under. */
const ownFields = ['id', 'topic', 'weights', 'marksTo', 'showIf', 'linked'] as const;
/** The same of an answer, an item or a row. */
const ownOfParts = ['weights', 'guess'] as const;
const partLists = ['options', 'items', 'rows'] as const;

type Loose = Record<string, unknown>;
const pick = (from: Loose, fields: readonly string[]): Loose =>
  Object.fromEntries(fields.flatMap((f) => (from[f] === undefined ? [] : [[f, from[f]]])));
const drop = (from: Loose, fields: readonly string[]): Loose =>
  Object.fromEntries(Object.entries(from).filter(([key, value]) => !fields.includes(key) && value !== undefined));

/** A question as the bank keeps it: its wording, answers, key, marks, hint and explanations. */
export function contentOf(question: Question): Loose {
  const content = drop(question, ownFields);
  for (const list of partLists)
    if (Array.isArray(content[list])) content[list] = partsIn(content, list).map((part) => drop(part, ownOfParts));
  return content;
}

const partsIn = (content: Loose, list: string): Loose[] => {
  const parts = content[list];
  return Array.isArray(parts) ? parts.filter(isObject) : [];
};

/** Content as a question of a quiz that has the question already: what is the quiz's own stays, answer by answer. */
export function withContent(own: Question, content: Loose): Question {
  const next: Loose = { ...content, ...pick(own, ownFields) };
  const before: Loose = { ...own };
  for (const list of partLists) {
    if (!Array.isArray(next[list])) continue;
    const old = new Map(partsIn(before, list).map((part) => [part['id'], part]));
    next[list] = partsIn(next, list).map((part) => ({ ...part, ...pick(old.get(part['id']) ?? {}, ownOfParts) }));
  }
  // Content is always that of a question: only fields of its own kind were taken out of it and put in.
  return next as Question;
}

/** Whether a question is as the bank has it. */
export const isAsKept = (question: Question, kept: Question): boolean => same(contentOf(question), contentOf(kept));

/** Puts a question in the place of one with the same id, as one step. */
function replaced(page: string, blocks: readonly Block[], next: Question): Op[] {
  const index = blocks.findIndex((b) => b.id === next.id);
  const at = ['pages', page];
  return [
    { op: 'remove', at, list: 'blocks', id: next.id },
    { op: 'insert', at, list: 'blocks', item: next, after: blocks[index - 1]?.id ?? null },
  ];
}

/**
 * Brings a quiz up to date with a bank that changed: each question linked to a changed one that still was as the bank had it. One that was
 * changed in the quiz is its own copy, and stays. Null where nothing is to be done.
 */
export function followBank(quiz: Quiz, before: Quiz, after: Quiz): Edit | null {
  const was = new Map(questionsOf(before).map((q) => [q.id, q]));
  const is = new Map(questionsOf(after).map((q) => [q.id, q]));
  const ops = quiz.pages.flatMap((page) =>
    page.blocks.flatMap((block): Op[] => {
      if (!isQuestion(block) || block.linked === undefined) return [];
      const [old, now] = [was.get(block.linked), is.get(block.linked)];
      if (!old || !now || isAsKept(now, old) || !isAsKept(block, old)) return [];
      return replaced(page.id, page.blocks, withContent(block, contentOf(now)));
    }),
  );
  return ops.length ? { name: 'follow-bank', ops } : null;
}

/** Takes the bank's version of one question again. */
export function takeKept(quiz: Quiz, question: Question, kept: Question): Edit | null {
  const page = quiz.pages.find((p) => p.blocks.some((b) => b.id === question.id));
  if (!page || isAsKept(question, kept)) return null;
  return { name: 'take-kept', ops: replaced(page.id, page.blocks, withContent(question, contentOf(kept))) };
}
