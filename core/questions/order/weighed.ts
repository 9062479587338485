import type { Of, WeighSide } from '../kind';
import { wholeGuess } from '../weighed';

export const orderWeighed: WeighSide<Of<'order'>> = {
  weighed: (question) =>
    question.items.map((item, n) => ({
      id: item.id,
      list: 'items',
      words: item.text,
      weights: item.weights,
      times: 'place',
      keyed: false,
      ...(question.keyed === false
        ? { guess: { value: item.guess, of: 'first' } }
        : n === 0
          ? wholeGuess(question, 'right')
          : {}),
    })),
};
