import { bar, type DrawSide } from '../drawing';
import type { Of } from '../kind';
import { rightParts } from '../parts';

export const gapsDrawn: DrawSide<Of<'gaps'>> = {
  drawn: (question, answer) => rightParts(question, answer, question.gaps).map((id) => `value ${question.id} ${id}`),
  drawing: (question, { answered, of }) => ({
    as: 'bars',
    of: 'right',
    bars: question.gaps.map(({ id, accept: [first] = [] }, i) =>
      bar(id, (typeof first === 'string' ? first : first?.text) ?? `Gap ${i + 1}`, of('value', id), answered),
    ),
  }),
};
