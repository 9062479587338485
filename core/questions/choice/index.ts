import type { Kind, Of } from '../kind';
import { choiceAnswer } from './answer';
import { choiceAuthor } from './author';
import { choiceForm } from './form';
import { choiceList } from './list';
import { choiceRehearse } from './rehearse';
import { choiceScore } from './score';
import { choiceView, type ChoiceView } from './view';
import { choiceWeighed } from './weighed';
import { choiceFindings } from './findings';
import { choiceDrawn } from './drawn';
import { choiceAssess } from './assess';

export const choice: Kind<Of<'choice'>, ChoiceView> = {
  ...choiceAnswer,
  ...choiceView,
  ...choiceScore,
  ...choiceRehearse,
  ...choiceAuthor,
  ...choiceList,
  ...choiceWeighed,
  ...choiceForm,
  ...choiceFindings,
  ...choiceDrawn,
  ...choiceAssess,
};
