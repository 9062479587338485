import type { Kind, Of } from '../kind';
import { measuredForm } from '../form';
import { measuredAnswer } from '../measured';
import { ratingAuthor } from './author';
import { ratingList } from './list';
import { ratingScore } from './score';
import { ratingView, type RatingView } from './view';
import { ratingRehearse } from './rehearse';
import { meanWeighed } from '../weighed';
import { ratingFindings } from './findings';
import { measuredDrawn } from '../measured-drawn';
import { valuesModel } from '../values-model';
import { ratingAssess } from './assess';

export const rating: Kind<Of<'rating'>, RatingView> = {
  ...measuredAnswer,
  ...ratingView,
  ...ratingScore,
  ...ratingRehearse,
  ...ratingAuthor,
  ...ratingList,
  ...meanWeighed,
  ...measuredForm,
  ...ratingFindings,
  ...measuredDrawn(valuesModel),
  ...ratingAssess,
};
