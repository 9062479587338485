/** Questions as the visitor's browser may see them. */
import type { Question, RichText } from '../schema/quiz';
import { kindOf, type QuestionView } from '../questions/registry';
import { randomOf, shuffled } from '../values/random';
import type { Run } from './run';

/** A question as it is shown, without its key; `fill` puts values into its words. */
export const projectQuestion = (
  question: Question,
  { run, fill }: { run: Run; fill: (text: RichText) => RichText },
): QuestionView =>
  kindOf(question).view(question, {
    mixed: (parts) => shuffled(parts, randomOf(run.seed, `shuffle ${question.id}`)),
    fill,
  });
