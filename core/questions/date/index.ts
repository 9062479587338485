import type { Kind, Of } from '../kind';
import { dateAnswer } from './answer';
import { dateAuthor } from './author';
import { dateList } from './list';
import { dateRehearse } from './rehearse';
import { dateScore } from './score';
import { dateView, type DateView } from './view';
import { dateWeighed } from './weighed';
import { typedForm } from '../form';
import { dateDrawn } from './drawn';
import { dateAssess } from './assess';

export const date: Kind<Of<'date'>, DateView> = {
  ...dateAnswer,
  ...dateView,
  ...dateScore,
  ...dateRehearse,
  ...dateAuthor,
  ...dateList,
  ...dateWeighed,
  ...typedForm,
  ...dateDrawn,
  ...dateAssess,
};
