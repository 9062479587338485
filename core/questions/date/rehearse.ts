import type { Of, RehearseSide } from '../kind';
import { rightOrWrongAnswer } from '../tries';
import { rightOrWrongModel } from '../right-or-wrong';

const ANY_DAY = '2027-04-18';
const DAY = 86_400_000;

export const dateRehearse: RehearseSide<Of<'date'>> = {
  model: (question) => (question.target === undefined ? null : rightOrWrongModel),
  tries: ({ target, within = 0 }) =>
    target === undefined ? [ANY_DAY] : rightOrWrongAnswer(target, farFrom(target, within)),
  comparable: () => ({ words: true }),
};

const farFrom = (day: string, within: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + (Math.floor(within) + 1) * DAY).toISOString().slice(0, 10);
