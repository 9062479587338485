import type { ListSide, Of } from '../kind';

export const gridList: ListSide<Of<'grid'>> = {
  toRow(_question, lose) {
    lose((name) => `${name}: a grid is more than a list can hold`);
    return null;
  },
};
