/** What numbers, sliders and ratings have in common. */
import { plainAnswer } from '../values/answer';
import type { Question } from '../schema/quiz';
import { round9 } from '../values/numbers';
import { type AnswerSide, graded, type Line, type MarksOf, type Of, type Range, type ScoreSide } from './kind';
import { rightOrWrong, spanning } from './ranges';

export type Measured = Of<'number' | 'slider' | 'rating'>;
export type Bounds = { min?: number; max?: number; step: number };

export const measuredAnswer: AnswerSide<Measured> = {
  // An emptied answer is stored as an empty text.
  answerFault: (_question, answer) =>
    answer === '' || (typeof answer === 'number' && Number.isFinite(answer)) ? null : 'a number is expected',
  refusal(question, answer) {
    const { min = -Infinity, max = Infinity } = boundsOf(question);
    const isOut = Number(answer) < min || Number(answer) > max;
    return isOut ? { code: 'out-of-range', message: rangeWords(min, max) } : null;
  },
  answerText: (_question, answer) => plainAnswer(answer),
};

function rangeWords(min: number, max: number): string {
  if (min === -Infinity) return `Please give ${max} at most.`;
  return max === Infinity ? `Please give ${min} or more.` : `Please give a number from ${min} to ${max}.`;
}

/** The bounds of a number, slider or rating; undefined where it has none. */
export function boundsOf(question: Measured): Bounds {
  if (question.kind === 'rating') return { min: question.min ?? 1, max: question.max ?? 5, step: 1 };
  return {
    ...(question.min === undefined ? {} : { min: question.min }),
    ...(question.max === undefined ? {} : { max: question.max }),
    step: question.step ?? 1,
  };
}

/** A value as it counts: turned round within its bounds where the item is reversed. */
function counted(question: Measured, value: number): number {
  const { min, max } = boundsOf(question);
  return question.reverse && min !== undefined && max !== undefined ? min + max - value : value;
}

export const measuredWeights: Pick<ScoreSide<Measured>, 'weights' | 'weigh'> = {
  weights: (question) => [question.weights],
  weigh(question, target, answer, take) {
    if (typeof answer === 'number') take(question.weights?.[target], counted(question, answer));
  },
};

/** @param near values beside which it changes whether an answer is right */
export function measuredRange(question: Measured, target: string, marks: MarksOf | null, near: number[]): Range {
  const factor = question.weights?.[target];
  const { min, max } = boundsOf(question);
  const value = (x: number) => (factor === undefined ? 0 : factor * counted(question, x)) + (marks ? marks(x) : 0);
  if (min !== undefined && max !== undefined)
    return spanning([min, max, ...near.filter((x) => x >= min && x <= max)].map(value));
  if (factor === undefined || factor === 0) return marks ? rightOrWrong(question) : { low: 0, high: 0 };
  return spanning([(max ?? Infinity) * factor, (min ?? -Infinity) * factor]);
}

type Targeted = Of<'number' | 'slider'>;

/** Numbers and sliders are right near a target. */
export const targetedScore: ScoreSide<Targeted> = {
  ...measuredWeights,
  isKeyed: (question) => question.target !== undefined,
  grade: (question, answer) => graded(typeof answer === 'number' && isNear(answer, question) ? 1 : 0),
  range: (question, target, marks) =>
    measuredRange(question, target, marks, question.target === undefined ? [] : edges(question)),
};

function isNear(value: number, { target = 0, within = 0, withinPercent }: Targeted): boolean {
  const allowed = withinPercent === undefined ? within : Math.max(within, (Math.abs(target) * withinPercent) / 100);
  return round9(Math.abs(value - target)) <= round9(allowed);
}

/** Values at and just beyond the edges of what counts as right. */
function edges({ target = 0, within = 0, withinPercent, step = 1 }: Targeted): number[] {
  const reach = Math.max(within, (Math.abs(target) * (withinPercent ?? 0)) / 100);
  return [target, target - reach, target + reach, target - reach - step, target + reach + step];
}

/** What a question of another kind brings along that numbers, sliders and ratings all hold. */
export const measuredBefore = (old: Question): Pick<Measured, 'min' | 'max' | 'weights' | 'reverse'> =>
  isMeasured(old)
    ? {
        ...(old.min === undefined ? {} : { min: old.min }),
        ...(old.max === undefined ? {} : { max: old.max }),
        ...(old.weights ? { weights: old.weights } : {}),
        ...(old.reverse ? { reverse: true } : {}),
      }
    : {};
export const isMeasured = (question: Question): question is Measured =>
  question.kind === 'number' || question.kind === 'slider' || question.kind === 'rating';

/** The right answer of a question of another kind, where it is a number. */
export function rightValue(lines: Line[]): { target?: number } {
  const right = Number(lines.find((line) => line.credit === 1)?.text.replace(',', '.') || NaN);
  return Number.isFinite(right) ? { target: right } : {};
}

/** The values that count as right, in words. */
export function targetText({ target, within = 0, withinPercent }: Targeted): string {
  if (target === undefined) return '';
  const slack = withinPercent ? (Math.abs(target) * withinPercent) / 100 : within;
  return slack === 0 ? String(target) : `${round9(target - slack)} – ${round9(target + slack)}`;
}
