import type { Kind, Of } from '../kind';
import { measuredForm } from '../form';
import { measuredAnswer, targetedScore } from '../measured';
import { measuredView, type MeasuredView } from '../number/view';
import { sliderAuthor } from './author';
import { sliderList } from './list';
import { sliderRehearse } from './rehearse';
import { meanWeighed } from '../weighed';
import { sliderFindings } from './findings';
import { measuredDrawn } from '../measured-drawn';
import { valuesModel } from '../values-model';
import { measuredAssess } from '../measured-assess';

export const slider: Kind<Of<'slider'>, MeasuredView> = {
  ...measuredAnswer,
  ...measuredView,
  ...targetedScore,
  ...sliderRehearse,
  ...sliderAuthor,
  ...sliderList,
  ...meanWeighed,
  ...measuredForm,
  ...sliderFindings,
  ...measuredDrawn(valuesModel),
  ...measuredAssess(true),
};
