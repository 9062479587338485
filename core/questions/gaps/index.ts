import type { Kind, Of } from '../kind';
import { gapsAnswer } from './answer';
import { gapsAuthor } from './author';
import { gapsForm } from './form';
import { gapsList } from './list';
import { gapsRehearse } from './rehearse';
import { gapsScore } from './score';
import { gapsView, type GapsView } from './view';
import { gapsWeighed } from './weighed';
import { gapsFindings } from './findings';
import { gapsDrawn } from './drawn';
import { gapsAssess } from './assess';

export const gaps: Kind<Of<'gaps'>, GapsView> = {
  ...gapsAnswer,
  ...gapsView,
  ...gapsScore,
  ...gapsRehearse,
  ...gapsAuthor,
  ...gapsList,
  ...gapsWeighed,
  ...gapsForm,
  ...gapsFindings,
  ...gapsDrawn,
  ...gapsAssess,
};
