import type { Of, WeighSide } from '../kind';
import { wholeGuess } from '../weighed';
import { gridScore } from './score';

export const gridWeighed: WeighSide<Of<'grid'>> = {
  weighed(question) {
    const of = gridScore.isKeyed(question) ? 'right' : question.pick === 'many' ? 'ticked' : 'column';
    return question.rows.map((row, n) => ({
      id: row.id,
      list: 'rows',
      words: row.text,
      weights: row.weights,
      times: 'column',
      keyed: false,
      ...(n === 0 ? wholeGuess(question, of) : {}),
    }));
  },
};
