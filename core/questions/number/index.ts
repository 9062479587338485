import type { Kind, Of } from '../kind';
import { measuredForm } from '../form';
import { measuredAnswer, targetedScore } from '../measured';
import { numberAuthor } from './author';
import { numberList } from './list';
import { numberRehearse } from './rehearse';
import { measuredView, type MeasuredView } from './view';
import { numberWeighed } from './weighed';
import { numberFindings } from './findings';
import { measuredDrawn } from '../measured-drawn';
import { numbersModel } from '../values-model';
import { measuredAssess } from '../measured-assess';

export const number: Kind<Of<'number'>, MeasuredView> = {
  ...measuredAnswer,
  ...measuredView,
  ...targetedScore,
  ...numberRehearse,
  ...numberAuthor,
  ...numberList,
  ...numberWeighed,
  ...measuredForm,
  ...numberFindings,
  ...measuredDrawn(numbersModel),
  ...measuredAssess(false),
};
