import type { Choice } from '../../schema/quiz';
import type { WeighSide } from '../kind';

export const choiceWeighed: WeighSide<Choice> = {
  weighed: (question) =>
    question.options.map((o) => ({
      id: o.id,
      list: 'options',
      words: o.text || o.picture?.text || '',
      weights: o.weights,
      times: 'once',
      keyed: true,
      ...(o.credit === undefined ? {} : { credit: o.credit }),
      guess: { value: o.guess, of: 'chosen' },
    })),
};
