import type { FormSide } from '../kind';
import { byPart } from '../form';
import type { SpotsView } from './view';

export const spotsForm: FormSide<SpotsView> = {
  fromForm: (view, { part }) =>
    byPart(
      view.spots.map((s) => s.id),
      (id) => {
        const [x, y] = [part(id, 'x'), part(id, 'y')];
        if (x && y) return [share(x), share(y)];
        return part(id) || undefined;
      },
    ),
};

/** A percentage as a share of the picture. */
const share = (percent: string): number => Math.min(1, Math.max(0, (Number(percent) || 0) / 100));
