/** Visitors who give one number among those that there are. */
import { plainAnswer } from '../values/answer';
import type { Answer } from '../values/answer';
import type { ResponseModel } from './kind';
import { boundsOf, type Measured } from './measured';
import { LEAST_TOLD, spreadOver, weightAt, type Weights } from './respond';
import { stepsOf } from './steps';

export const valueKey = (question: Measured, value: Answer): string => `value ${question.id} ${plainAnswer(value)}`;

export const valuesModel: ResponseModel<Measured> = {
  of: 'values',
  isSaid: (question, weights) => stepsOf(question).some((v) => weightAt(weights, v) > 0),
  shareOf: (_question, weights, answer) => weightAt(weights, plainAnswer(answer)),
  guessed: (question) => (question.guess === undefined ? null : guessedValues(question, question.guess)),
  told: (_question, weights) => Object.entries(weights).filter(([, share]) => share >= LEAST_TOLD),
  counted: (question, answer) => [valueKey(question, answer)],
};

export function guessedValues(question: Measured, guess: number): Weights {
  const steps = stepsOf(question);
  return Object.fromEntries(spreadOver(steps, guess).map((share, k): [string, number] => [String(steps[k]), share]));
}

/** The numbers that have a weight, in their order. */
const valuesIn = (weights: Weights): number[] =>
  Object.keys(weights)
    .filter((v) => weightAt(weights, v) > 0 && Number.isFinite(Number(v)))
    .map(Number)
    .sort((a, b) => a - b);

/** Beyond so many steps the spread is so narrow that the mean alone is as good. */
const MOST_STEPS = 2_500;
/** So many numbers are counted one by one; of more, two digits tell enough, and figures do not grow without end. */
const MOST_NUMBERS = 100;

/** Numbers may have no bounds, so that the weights themselves say which there are. */
export const numbersModel: ResponseModel<Measured> = {
  ...valuesModel,
  isSaid: (_question, weights) => valuesIn(weights).length > 0,
  answers: valuesIn,
  guessed(question) {
    const { guess } = question;
    if (guess === undefined) return null;
    const { min, max, step } = boundsOf(question);
    if (min !== undefined && max !== undefined && max > min && (max - min) / step <= MOST_STEPS)
      return guessedValues(question, guess);
    return { [Math.min(max ?? Infinity, Math.max(min ?? -Infinity, guess))]: 1 };
  },
  counted: (question, answer) => [valueKey(question, rounded(question, Number(answer)))],
};

function rounded(question: Measured, value: number): number {
  const { min = -Infinity, max = Infinity, step } = boundsOf(question);
  if ((max - min) / step <= MOST_NUMBERS) return value;
  return Math.min(max, Math.max(min, Number(value.toPrecision(2))));
}
