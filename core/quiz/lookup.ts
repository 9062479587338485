/** Finding things in a document by id, and the few readings of it that everybody needs. */
import type { Block, Choice, ContactBlock, Outcome, Page, Question, Quiz, Verdict } from './schema';
import { plainText } from '../text/rich';

export type Index = {
  pages: Map<string, Page>;
  position: Map<string, number>;
  blocks: Map<string, Block>;
  questions: Map<string, Question>;
  pageOf: Map<string, Page>;
  outcomes: Map<string, { outcome: Outcome; verdict: Verdict }>;
};

const indexes = new WeakMap<Quiz, Index>();

/** The document by id; made once per document object, which is never changed in place. */
export function indexOf(quiz: Quiz): Index {
  const known = indexes.get(quiz);
  if (known) return known;
  const index: Index = {
    pages: new Map(),
    position: new Map(),
    blocks: new Map(),
    questions: new Map(),
    pageOf: new Map(),
    outcomes: new Map(),
  };
  quiz.pages.forEach((page, i) => {
    index.pages.set(page.id, page);
    index.position.set(page.id, i);
    for (const block of page.blocks) {
      index.blocks.set(block.id, block);
      index.pageOf.set(block.id, page);
      if (isQuestion(block)) index.questions.set(block.id, block);
    }
  });
  for (const verdict of quiz.verdicts)
    for (const outcome of verdict.outcomes) index.outcomes.set(outcome.id, { outcome, verdict });
  indexes.set(quiz, index);
  return index;
}

export const isQuestion = (block: Block): block is Question => block.kind === 'choice' || block.kind === 'text';
export const isContact = (block: Block): block is ContactBlock => block.kind === 'contact';
export const questionsOf = (quiz: Quiz): Question[] => [...indexOf(quiz).questions.values()];

/** Whether right and wrong exist for it. */
export const isKeyed = (question: Question): boolean =>
  question.kind === 'choice' ? question.options.some((o) => (o.credit ?? 0) > 0) : (question.accept ?? []).length > 0;

/** What the creator calls it: the own label, or else the wording. */
export const nameOf = (question: Question): string =>
  question.name?.trim() || plainText(question.prompt) || 'Untitled question';

/** How many options may be chosen: what the question says, within what it has. A required one takes at least one. */
export function pickRange(question: Choice): { min: number; max: number } {
  if (question.pick === 'one') return { min: question.required ? 1 : 0, max: 1 };
  const max = Math.min(question.max ?? question.options.length, question.options.length);
  return { min: Math.max(question.min ?? 0, question.required ? 1 : 0), max };
}
