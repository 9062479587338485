/** Finding things in a document by id, and the few readings of it that everybody needs. */
import type { Block, ContactBlock, Outcome, Page, Question, Quiz, Verdict } from '../schema/quiz';
import { isKind } from '../questions/registry';
import { type Fill, plainText } from '../text/rich';

export type QuizIndex = {
  pages: Map<string, Page>;
  position: Map<string, number>;
  blocks: Map<string, Block>;
  questions: Map<string, Question>;
  pageOf: Map<string, Page>;
  /** Which contact block asks for a field. */
  contactOf: Map<string, ContactBlock>;
  outcomes: Map<string, { outcome: Outcome; verdict: Verdict }>;
};

const indexes = new WeakMap<Quiz, QuizIndex>();

/** The document by id; made once per document object, which is never changed in place. */
export function quizIndex(quiz: Quiz): QuizIndex {
  const known = indexes.get(quiz);
  if (known) return known;
  const index: QuizIndex = {
    pages: new Map(),
    position: new Map(),
    blocks: new Map(),
    questions: new Map(),
    pageOf: new Map(),
    contactOf: new Map(),
    outcomes: new Map(),
  };
  quiz.pages.forEach((page, i) => {
    index.pages.set(page.id, page);
    index.position.set(page.id, i);
    for (const block of page.blocks) {
      index.blocks.set(block.id, block);
      index.pageOf.set(block.id, page);
      if (isQuestion(block)) index.questions.set(block.id, block);
      if (isContact(block))
        for (const field of block.fields) if (!index.contactOf.has(field.id)) index.contactOf.set(field.id, block);
    }
  });
  for (const question of quiz.bank ?? []) {
    index.blocks.set(question.id, question);
    index.questions.set(question.id, question);
  }
  for (const verdict of quiz.verdicts) {
    for (const outcome of verdict.outcomes) index.outcomes.set(outcome.id, { outcome, verdict });
  }
  indexes.set(quiz, index);
  return index;
}

export const isQuestion = (block: Block): block is Question => isKind(block.kind);
export const isContact = (block: Block): block is ContactBlock => block.kind === 'contact';
export const questionsOf = (quiz: Quiz): Question[] => [...quizIndex(quiz).questions.values()];

/** What visitors read of a question where it stands in a list. Its name is the creator's own, and not for them. */
export const wordingOf = (question: Question, fill?: Fill): string => plainText(question.prompt, fill);

/** What the creator calls it: the own label, or else the wording. */
export const nameOf = (question: Question): string =>
  question.name?.trim() || plainText(question.prompt) || 'Untitled question';

/** A thing without some of its fields. */
export const without = <T extends object, K extends keyof T>(thing: T, ...fields: K[]): Omit<T, K> =>
  // TypeScript does not follow keys through entries.
  Object.fromEntries(Object.entries(thing).filter(([key]) => !(fields as string[]).includes(key))) as Omit<T, K>;
