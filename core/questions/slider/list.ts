import type { ListSide, Of } from '../kind';
import { targetedFields, targetedRow } from '../number/list';

export const sliderList: ListSide<Of<'slider'>> = {
  listWords: { slider: ['slider'] },
  toRow: targetedRow,
  fromRow: (row) => ({ ...row.common, kind: 'slider', ...targetedFields(row) }),
};
