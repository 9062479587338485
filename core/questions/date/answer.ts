import { plainAnswer } from '../../values/answer';
import { dayNumber } from '../../values/answer';
import type { AnswerSide, Of } from '../kind';

const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(dayNumber(text));

/** An ISO date. */
export const dateAnswer: AnswerSide<Of<'date'>> = {
  answerFault: (_question, answer) =>
    typeof answer === 'string' && (answer === '' || isDay(answer)) ? null : 'a date like 2027-04-18 is expected',
  refusal(question, answer) {
    const day = plainAnswer(answer);
    const early = question.min !== undefined && day < question.min;
    const late = question.max !== undefined && day > question.max;
    return early || late ? { code: 'out-of-range', message: 'Please choose a day within the range.' } : null;
  },
  answerText: (_question, answer) => plainAnswer(answer),
  isDay: true,
};
