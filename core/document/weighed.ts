/** Everything that can add to a scale or outcome: answers, items, rows of a grid, and numbers themselves; and questions that only have a key. */
import type { WeighedPart } from '../questions/kind';
import { kindOf } from '../questions/registry';
import type { Place } from './edits';
import { isQuestion } from './lookup';
import type { Question, Quiz } from '../schema/quiz';

export type Weighed = Omit<WeighedPart, 'list' | 'guess'> & {
  at: Place;
  question: Question;
  /** The place of the creator's guess, if there can be one. A question with several parts and one guess keeps it with the first. */
  guess?: Omit<NonNullable<WeighedPart['guess']>, 'whole'> & { at: Place };
};

/** Whether a guess is in percent of the visitors, rather than a mean. */
export const isShare = ({ of }: NonNullable<Weighed['guess']>): boolean =>
  of === 'chosen' || of === 'first' || of === 'right';

/** In the order of the quiz, question by question. */
export function weighedIn(quiz: Quiz): Weighed[] {
  return quiz.pages.flatMap((page) =>
    page.blocks.flatMap((block) => (isQuestion(block) ? partsOf(block, ['pages', page.id, 'blocks', block.id]) : [])),
  );
}

const partsOf = (question: Question, at: Place): Weighed[] =>
  kindOf(question)
    .weighed(question)
    .map(({ list, guess, ...part }) => {
      const own = list ? [...at, list, part.id] : at;
      if (!guess) return { ...part, at: own, question };
      const { whole, ...rest } = guess;
      return { ...part, at: own, question, guess: { ...rest, at: whole ? at : own } };
    });
