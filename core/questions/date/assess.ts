import { dayNumber, plainAnswer } from '../../values/answer';
import type { AssessSide } from '../interaction';
import type { Of } from '../kind';

export const dateAssess: AssessSide<Of<'date'>> = {
  interaction: ({ target, within = 0, min, max }) => ({
    is: 'date',
    right: target === undefined ? null : [dayAfter(target, -within), dayAfter(target, within)],
    ...(target === undefined ? {} : { target }),
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
  }),
  response: (_question, answer) => [[plainAnswer(answer)]],
};

const dayAfter = (day: string, days: number): string =>
  new Date((dayNumber(day) + Math.trunc(days)) * 86_400_000).toISOString().slice(0, 10);
