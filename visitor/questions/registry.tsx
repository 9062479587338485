/** The only list of kinds on the visitor's page. */
import type { QuestionView } from '../../core/flow/view';
import { choice } from './choice';
import { date } from './date';
import { essay } from './essay';
import { gaps } from './gaps';
import { grid } from './grid';
import type { VisitorKind } from './kind';
import { match } from './match';
import { number } from './number';
import { order } from './order';
import type { Asked } from './parts';
import { rating } from './rating';
import { slider } from './slider';
import { spots } from './spots';
import { text } from './text';

const kinds = { choice, text, essay, number, slider, rating, date, order, match, gaps, grid, spots };

/** Kinds take questions of their own alone: ask it of the question that it was found by. */
export const visitorKind = (block: QuestionView): VisitorKind<QuestionView> =>
  kinds[block.kind] as VisitorKind<QuestionView>;

/** A question of any kind, as a visitor answers it. */
export function QuestionOf(asked: Asked) {
  const { Question } = visitorKind(asked.block);
  return <Question {...asked} />;
}
