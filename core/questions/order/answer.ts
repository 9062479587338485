import type { Answer } from '../../values/answer';
import { numbered } from '../../text/language';
import type { AnswerSide, Of } from '../kind';
import { distinct, isListOfWords, wordsOf } from '../parts';

/** Item ids. */
export const orderAnswer: AnswerSide<Of<'order'>> = {
  answerFault(question, answer) {
    if (!isListOfWords(answer)) return 'a list of item ids is expected';
    const known = new Set(question.items.map((i) => i.id));
    const stranger = answer.find((id) => !known.has(id));
    if (stranger !== undefined) return `there is no item "${stranger}"`;
    return distinct(answer) ? null : 'an item stands there twice';
  },
  refusal: (question, answer) =>
    question.required && !(Array.isArray(answer) && answer.length === question.items.length)
      ? { code: 'required', message: 'Please fill in every part.' }
      : null,
  answerText: (question, answer) => numbered(orderIn(answer).map((id) => wordsOf(question.items, id))),
};

/** The items in the order given. */
export const orderIn = (answer: Answer): string[] => (isListOfWords(answer) ? answer : []);
