import type { Kind, Of } from '../kind';
import { typedForm } from '../form';
import { textAuthor } from './author';
import { textList } from './list';
import { textRehearse } from './rehearse';
import { textScore } from './score';
import { textWeighed } from './weighed';
import { lineAnswer, typedView, type TypedView } from '../typed';
import { textFindings } from './findings';
import { wordsDrawn } from '../words-drawn';
import { textAssess } from './assess';

export const text: Kind<Of<'text'>, TypedView> = {
  ...lineAnswer,
  ...typedView,
  ...textScore,
  ...textRehearse,
  ...textAuthor,
  ...textList,
  ...textWeighed,
  ...typedForm,
  ...textFindings,
  ...wordsDrawn,
  ...textAssess,
};
