/** A quiz in which one more answer is right, to see what that would change. */
import { kindOf } from '../questions/registry';
import type { Question, Quiz } from '../schema/quiz';

/** What more is right: an answer that can be chosen, by its id, or words. */
export type AlsoRight = { option: string } | { words: string };

/** @returns null where nothing of the kind can be right */
export function alsoRight(quiz: Quiz, questionId: string, more: AlsoRight): Quiz | null {
  let isFound = false;
  const changed = <B extends { id: string }>(block: B): B => {
    if (block.id !== questionId) return block;
    const question = withRight(block as unknown as Question, more);
    if (!question) return block;
    isFound = true;
    // TypeScript cannot know that a question is made of a question.
    return question as unknown as B;
  };
  const { bank } = quiz;
  const made: Quiz = {
    ...quiz,
    pages: quiz.pages.map((page) => ({ ...page, blocks: page.blocks.map(changed) })),
    ...(bank ? { bank: bank.map(changed) } : {}),
  };
  return isFound ? made : null;
}

function withRight(question: Question, more: AlsoRight): Question | null {
  const kind = kindOf(question);
  const changed =
    'option' in more ? kind.acceptOption?.(question, more.option) : kind.acceptSpelling?.(question, more.words);
  // A part of a question, put into it again.
  return changed ? ({ ...question, ...changed } as Question) : null;
}
