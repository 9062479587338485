import type { Kind, Of } from '../kind';
import { orderAnswer } from './answer';
import { orderAuthor } from './author';
import { orderForm } from './form';
import { orderList } from './list';
import { orderRehearse } from './rehearse';
import { orderScore } from './score';
import { orderView, type OrderView } from './view';
import { orderWeighed } from './weighed';
import { orderFindings } from './findings';
import { orderDrawn } from './drawn';
import { orderAssess } from './assess';

export const order: Kind<Of<'order'>, OrderView> = {
  ...orderAnswer,
  ...orderView,
  ...orderScore,
  ...orderRehearse,
  ...orderAuthor,
  ...orderList,
  ...orderWeighed,
  ...orderForm,
  ...orderFindings,
  ...orderDrawn,
  ...orderAssess,
};
