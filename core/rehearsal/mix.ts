/** How visitors answer, where it is not evenly (model, section 5): by the creator's guess, or as real visitors did. */
import { questionsOf } from '../document/lookup';
import type { Question, Quiz } from '../schema/quiz';
import { modelOf } from '../questions/registry';
import type { Weights } from '../questions/respond';
import { round9 } from '../values/numbers';

/** By question, as its response model has them. Questions that are not in it are answered evenly. */
export type Mix = Readonly<Record<string, Weights>>;

/** The weights a mix gives to a question; null where it says nothing that can be used. */
export function weightsIn(mix: Mix | undefined, question: Question): Weights | null {
  const own = mix?.[question.id];
  return own && modelOf(question)?.isSaid(question, own) ? own : null;
}

/**
 * The creator's guess of how visitors answer. At the answers of a choice it stands in percent: of a choice of one, answers without a guess
 * share evenly what is left of 100; of a choice of several, they are chosen by half of the visitors. So it does at the items of a ranking of
 * wishes: how many put it first; the places below are filled by the same shares among those left. The mean of a slider, rating or number is
 * spread over its steps as by a binomial distribution; so is the mean place of the columns of a grid, counted from 1, in each of its rows. In
 * a grid of several answers a row it is how many columns each row gets on average: any of them as likely, and at least one.
 */
export const guessedMix = (quiz: Quiz): Mix =>
  Object.fromEntries(
    questionsOf(quiz).flatMap((question) => {
      const guess = modelOf(question)?.guessed(question);
      return guess ? [[question.id, guess]] : [];
    }),
  );

export type Counted = {
  answered: number;
  /** How often each option was chosen. */
  options?: Record<string, number>;
  /** How often each value was given, each cell of a grid chosen, or each item put at each place. */
  values?: Record<string, number>;
  /** How many had it right. */
  right?: number;
};

/** As real visitors answered. @param counts by question */
export function countedMix(counts: Readonly<Record<string, Counted>>): Mix {
  const shares = (all: Record<string, number>, of: number) =>
    Object.fromEntries(Object.entries(all).map(([id, n]) => [id, round9(n / of)]));
  return Object.fromEntries(
    Object.entries(counts)
      .filter(([, { answered }]) => answered > 0)
      .map(([id, { answered, options, values, right }]) => [
        id,
        right === undefined ? shares(options ?? values ?? {}, answered) : { right: round9(right / answered) },
      ]),
  );
}
