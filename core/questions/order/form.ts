import type { FormSide } from '../kind';
import type { OrderView } from './view';

export const orderForm: FormSide<OrderView> = {
  fromForm(view, { part }) {
    const places = view.items.map(({ id }, i) => ({ id, place: Number(part(id)) || 0, i }));
    if (places.every((p) => p.place === 0)) return undefined;
    // Items with the same place keep the order shown.
    return places.sort((a, b) => a.place - b.place || a.i - b.i).map((p) => p.id);
  },
};
