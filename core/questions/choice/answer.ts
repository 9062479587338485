import { isObject } from '../../values/unknown';
import type { Choice } from '../../schema/quiz';
import { chosenIn, isFreeEntry } from '../../values/answer';
import { LONGEST_ANSWER } from '../../schema/longest';
import type { AnswerSide } from '../kind';
import { distinct, isListOfWords, wordsOf } from '../parts';
import { OTHER, optionIds, pickRange } from './options';

/** Option ids, or with a free entry `{ options, text }`. */
export const choiceAnswer: AnswerSide<Choice> = {
  answerFault(question, answer) {
    const free = isObject(answer) && Array.isArray(answer['options']) ? answer : null;
    const ids = free ? free['options'] : answer;
    if (!isListOfWords(ids)) return 'a list of option ids is expected';
    if (free && (typeof free['text'] !== 'string' || Object.keys(free).some((k) => k !== 'options' && k !== 'text')))
      return 'a free entry is { "options": [...], "text": "..." }';
    const known = new Set(optionIds(question));
    const stranger = ids.find((id) => !known.has(id));
    if (stranger !== undefined) return `there is no option "${stranger}"`;
    if (!distinct(ids)) return 'an option is chosen twice';
    if (free && !ids.includes(OTHER)) return 'a free entry is given without choosing it';
    return question.pick === 'one' && ids.length > 1 ? 'only one option may be chosen' : null;
  },
  toldOfFault: (question, answer) =>
    question.pick === 'one' && chosenIn(answer).length > 1
      ? { code: 'too-many', message: 'Please choose one answer only.' }
      : null,
  toldOfNothing(question) {
    const { min, max } = pickRange(question);
    return min > 1 ? `Please choose ${min === max ? '' : 'at least '}${min}.` : 'Please choose an answer.';
  },
  refusal(question, answer) {
    if (isFreeEntry(answer) && answer.text.length > LONGEST_ANSWER)
      return { code: 'too-long', message: `Please keep it under ${LONGEST_ANSWER} characters.` };
    const n = chosenIn(answer).length;
    const { min, max } = pickRange(question);
    if (n < min) return { code: 'too-few', message: `Please choose ${min - n} more.` };
    return n > max ? { code: 'too-many', message: `Please choose ${max} at most.` } : null;
  },
  answerText(question, answer) {
    // In the order of the document, not in the visitor's shuffled order.
    const chosen = chosenIn(answer);
    const listed = question.options.filter((o) => chosen.includes(o.id)).map((o) => o.id);
    return [...listed, ...chosen.filter((id) => !listed.includes(id))]
      .map((id) => (id === OTHER && isFreeEntry(answer) ? answer.text : wordsOf(question.options, id)))
      .filter(Boolean)
      .join(', ');
  },
};
