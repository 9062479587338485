import { plainAnswer } from '../values/answer';
import { round9 } from '../values/numbers';
import type { AssessSide } from './interaction';
import type { Of } from './kind';

type Targeted = Of<'number' | 'slider'>;

/** @param slides whether it stands between two bounds */
export const measuredAssess = <Q extends Targeted>(slides: boolean): AssessSide<Q> => ({
  interaction: ({ target, within, withinPercent, min, max, step }) => {
    const reach = Math.max(within ?? 0, (Math.abs(target ?? 0) * (withinPercent ?? 0)) / 100);
    return {
      ...{ is: 'number', slides },
      right: target === undefined ? null : [round9(target - reach), round9(target + reach)],
      ...(target === undefined ? {} : { target }),
      ...(min === undefined ? {} : { min }),
      ...(max === undefined ? {} : { max }),
      ...(step === undefined ? {} : { step }),
    };
  },
  response: (_question, answer) => [[plainAnswer(answer)]],
});
