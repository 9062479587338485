import type { ListSide, Of } from '../kind';

export const spotsList: ListSide<Of<'spots'>> = {
  toRow(_question, lose) {
    lose((name) => `${name}: a picture with places is more than a list can hold`);
    return null;
  },
};
