import type { FormSide } from '../kind';
import { byPart } from '../form';
import type { MatchView } from './view';

export const matchForm: FormSide<MatchView> = {
  fromForm: (view, { part }) =>
    byPart(
      view.lefts.map((l) => l.id),
      (id) => part(id) || undefined,
    ),
};
