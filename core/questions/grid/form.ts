import type { FormSide } from '../kind';
import { byPart } from '../form';
import type { GridView } from './view';

export const gridForm: FormSide<GridView> = {
  fromForm: (view, { chosen }) =>
    byPart(
      view.rows.map((r) => r.id),
      chosen,
    ),
};
