import type { Choice } from '../../schema/quiz';
import { type Asked, asked } from '../asked';
import type { ViewSide } from '../kind';
import { type Part, partsOf } from '../parts';
import { pickRange } from './options';

export type ChoiceView = Asked & {
  kind: 'choice';
  pick: 'one' | 'many';
  as: 'list' | 'pictures' | 'drop-down' | 'yes-no';
  min: number;
  max: number;
  options: Part[];
  other: boolean;
};

export const choiceView: ViewSide<Choice, ChoiceView> = {
  view: (question, showing) => ({
    kind: 'choice',
    ...asked(question, showing),
    pick: question.pick,
    as: question.as ?? 'list',
    ...pickRange(question),
    options: partsOf(question.shuffle ? showing.mixed(question.options) : question.options),
    other: question.other ?? false,
  }),
};
