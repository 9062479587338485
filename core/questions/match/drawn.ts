import { partOf } from '../../values/answer';
import type { DrawSide } from '../drawing';
import type { Of } from '../kind';
import { cellOf } from '../respond';
import { rightsOf } from './answer';

export const matchDrawn: DrawSide<Of<'match'>> = {
  drawn: (question, answer) =>
    question.pairs.flatMap(({ left }) => {
      const right = partOf(answer, left.id);
      return typeof right === 'string' ? [`value ${question.id} ${cellOf(left.id, right)}`] : [];
    }),
  drawing(question, { of }) {
    const named = ({ id, text, picture }: ReturnType<typeof rightsOf>[0]) => ({
      id,
      name: text || picture?.text || id,
    });
    const columns = rightsOf(question);
    return {
      as: 'cells',
      rows: question.pairs.map(({ left }) => named(left)),
      columns: columns.map(named),
      counts: question.pairs.map(({ left }) => columns.map(({ id }) => of('value', cellOf(left.id, id)))),
      right: question.pairs.map(({ right }) => columns.map(({ id }) => id === right.id)),
    };
  },
};
