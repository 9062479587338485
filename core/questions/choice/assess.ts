import { chosenIn } from '../../values/answer';
import type { Choice } from '../../schema/quiz';
import { type AssessSide, partOf } from '../interaction';

export const choiceAssess: AssessSide<Choice> = {
  interaction: ({ pick, as, options, min, max }) => ({
    ...{ is: 'choice', many: pick === 'many' },
    options: options.map((option) => ({
      ...partOf(option),
      ...(option.credit === undefined ? {} : { credit: option.credit }),
      ...(option.weights ? { weights: option.weights } : {}),
    })),
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
    ...(as === 'drop-down' ? { asDropDown: true } : {}),
  }),
  response: (_question, answer) => chosenIn(answer).map((id) => [id]),
};
