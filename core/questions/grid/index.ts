import type { Kind, Of } from '../kind';
import { gridAnswer } from './answer';
import { gridAuthor } from './author';
import { gridForm } from './form';
import { gridList } from './list';
import { gridRehearse } from './rehearse';
import { gridScore } from './score';
import { gridView, type GridView } from './view';
import { gridWeighed } from './weighed';
import { gridFindings } from './findings';
import { gridDrawn } from './drawn';
import { gridAssess } from './assess';

export const grid: Kind<Of<'grid'>, GridView> = {
  ...gridAnswer,
  ...gridView,
  ...gridScore,
  ...gridRehearse,
  ...gridAuthor,
  ...gridList,
  ...gridWeighed,
  ...gridForm,
  ...gridFindings,
  ...gridDrawn,
  ...gridAssess,
};
