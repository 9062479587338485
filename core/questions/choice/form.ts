import type { FormSide } from '../kind';
import { OTHER } from './options';
import type { ChoiceView } from './view';

export const choiceForm: FormSide<ChoiceView> = {
  fromForm(view, { given, words }) {
    if (given.length === 0) return undefined;
    return view.other && given.includes(OTHER) ? { options: given, text: words } : given;
  },
};
