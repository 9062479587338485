import { given } from '../../values/given';
import type { ListSide, Of } from '../kind';
import { readDecimal } from '../listed';

export const dateList: ListSide<Of<'date'>> = {
  listWords: { date: ['date', 'day'] },
  toRow: ({ target, within }) => ({
    kind: 'date',
    ...(target ? { right: `${target}${within ? ` ± ${within}` : ''}` } : {}),
  }),
  fromRow({ common, right, understood }) {
    const day = /\d{4}-\d{2}-\d{2}/.exec(right)?.[0];
    const within = readDecimal(/±\s*(\d+)/.exec(right)?.[1]);
    understood(day ? `a date, right at ${day}` : 'a date');
    return { ...common, kind: 'date', ...(day ? { target: day } : {}), ...given('within', within) };
  },
};
