import type { Kind, Of } from '../kind';
import { matchAnswer } from './answer';
import { matchAuthor } from './author';
import { matchForm } from './form';
import { matchList } from './list';
import { matchRehearse } from './rehearse';
import { matchScore } from './score';
import { matchView, type MatchView } from './view';
import { matchWeighed } from './weighed';
import { matchFindings } from './findings';
import { matchDrawn } from './drawn';
import { matchAssess } from './assess';

export const match: Kind<Of<'match'>, MatchView> = {
  ...matchAnswer,
  ...matchView,
  ...matchScore,
  ...matchRehearse,
  ...matchAuthor,
  ...matchList,
  ...matchWeighed,
  ...matchForm,
  ...matchFindings,
  ...matchDrawn,
  ...matchAssess,
};
