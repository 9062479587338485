import { dayNumber, plainAnswer } from '../../values/answer';
import type { DrawSide } from '../drawing';
import type { Of } from '../kind';

type DateQuestion = Of<'date'>;
/** Days that are counted one by one; where more can be given, months are. */
const MOST_DAYS = 400;

const byMonth = ({ min, max }: DateQuestion): boolean => !(dayNumber(max ?? '') - dayNumber(min ?? '') <= MOST_DAYS);

export const dateDrawn: DrawSide<DateQuestion> = {
  drawn: (question, answer) => [`value ${question.id} ${plainAnswer(answer).slice(0, byMonth(question) ? 7 : 10)}`],
  drawing: (_question, { all }) => ({ as: 'days', days: all('value').sort(([a], [b]) => (a < b ? -1 : 1)) }),
};
