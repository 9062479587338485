/** What is missing of an answer, for kinds that ask for one thing, and for those that ask for several parts. */
import type { QuestionView } from '../../core/flow/view';
import { isAnswered, partOf } from '../../core/values/answer';
import type { Key } from '../languages/phrases';
import type { VisitorKind } from './kind';

/** @param words what a required question asks for that has no answer yet */
export const anything =
  (words: Key): VisitorKind<QuestionView>['missing'] =>
  (block, answer, say) =>
    block.required && !isAnswered(answer) ? say(words) : null;

export const everyPart =
  <V extends QuestionView>(idsOf: (block: V) => string[]): VisitorKind<V>['missing'] =>
  (block, answer, say) => {
    if (!block.required) return null;
    if (!isAnswered(answer)) return say('answerThis');
    const open = idsOf(block).filter((id) => partOf(answer, id) === undefined).length;
    return open ? say('partsLeft', { n: open }) : null;
  };
