/** A quiz in which one more answer is right, to see what that would change. */
import { kindOf } from '../questions/registry';
import type { Block, Question, Quiz } from '../schema/quiz';
import { quizIndex } from './lookup';

/** What more is right: an answer that can be chosen, by its id, or words. */
export type AlsoRight = { option: string } | { words: string };

/** @returns null where nothing of the kind can be right */
export function alsoRight(quiz: Quiz, questionId: string, more: AlsoRight): Quiz | null {
  const question = quizIndex(quiz).questions.get(questionId);
  const changed = question && withRight(question, more);
  if (!changed) return null;
  const put = <B extends Block>(block: B): B | Question => (block.id === questionId ? changed : block);
  const { bank } = quiz;
  return {
    ...quiz,
    pages: quiz.pages.map((page) => ({ ...page, blocks: page.blocks.map(put) })),
    ...(bank ? { bank: bank.map(put) } : {}),
  };
}

function withRight(question: Question, more: AlsoRight): Question | null {
  const kind = kindOf(question);
  const changed =
    ('option' in more ? kind.acceptOption?.(question, more.option) : kind.acceptSpelling?.(question, more.words)) ??
    null;
  // A part of a question, put into it again.
  return changed === null ? null : ({ ...question, ...changed } as Question);
}
