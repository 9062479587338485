import type { Choice } from '../../schema/quiz';
import { bar, type DrawSide } from '../drawing';
import { OTHER } from './options';
import { choiceScore } from './score';

export const choiceDrawn: DrawSide<Choice> = {
  drawing(question, { answered, of }) {
    const keyed = choiceScore.isKeyed(question);
    const right = (credit = 0) => (keyed ? credit > 0 : undefined);
    return {
      as: 'bars',
      of: 'answers',
      bars: [
        ...question.options.map(({ id, text, picture, credit }) =>
          bar(id, text || picture?.text || id, of('option', id), answered, right(credit)),
        ),
        ...(question.other ? [bar(OTHER, 'Something else', of('option', OTHER), answered, right())] : []),
      ],
    };
  },
};
