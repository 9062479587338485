import { binsOf, type DrawSide, summaryOf } from './drawing';
import type { Measured } from './measured';
import type { ResponseModel } from './kind';

/** Numbers, on a slider, as a rating, or typed. @param model by which the values are counted where none is right */
export const measuredDrawn = (model: ResponseModel<Measured>): DrawSide<Measured> => ({
  drawn: (question, answer) => model.counted(question, answer, () => false),
  drawing(question, { all }) {
    const values = all('value')
      .map(([value, count]): [number, number] => [Number(value), count])
      .filter(([value]) => Number.isFinite(value))
      .sort(([a], [b]) => a - b);
    const { target, within = 0 } = question as { target?: number; within?: number };
    return {
      as: 'numbers',
      bins: binsOf(values),
      summary: summaryOf(values),
      ...(target === undefined ? {} : { target: [target - within, target + within] }),
    };
  },
});
