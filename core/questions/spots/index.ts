import type { Kind, Of } from '../kind';
import { spotsAnswer } from './answer';
import { spotsAuthor } from './author';
import { spotsForm } from './form';
import { spotsList } from './list';
import { spotsRehearse } from './rehearse';
import { spotsScore } from './score';
import { spotsView, type SpotsView } from './view';
import { spotsWeighed } from './weighed';
import { spotsFindings } from './findings';
import { spotsDrawn } from './drawn';
import { spotsAssess } from './assess';

export const spots: Kind<Of<'spots'>, SpotsView> = {
  ...spotsAnswer,
  ...spotsView,
  ...spotsScore,
  ...spotsRehearse,
  ...spotsAuthor,
  ...spotsList,
  ...spotsWeighed,
  ...spotsForm,
  ...spotsFindings,
  ...spotsDrawn,
  ...spotsAssess,
};
