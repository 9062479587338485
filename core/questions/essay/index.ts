import type { Kind, Of } from '../kind';
import { essayAuthor } from './author';
import { essayList } from './list';
import { essayRehearse } from './rehearse';
import { essayScore } from './score';
import { essayWeighed } from './weighed';
import { typedForm } from '../form';
import { textAnswer, typedView, type TypedView } from '../typed';
import { essayFindings } from './findings';
import { wordsDrawn } from '../words-drawn';
import { essayAssess } from './assess';

export const essay: Kind<Of<'essay'>, TypedView> = {
  ...textAnswer,
  ...typedView,
  ...essayScore,
  ...essayRehearse,
  ...essayAuthor,
  ...essayList,
  ...essayWeighed,
  ...typedForm,
  ...essayFindings,
  ...wordsDrawn,
  ...essayAssess,
};
