import type { FormSide } from '../kind';
import { byPart } from '../form';
import type { GapsView } from './view';

export const gapsForm: FormSide<GapsView> = {
  fromForm: (view, { part }) => byPart(view.gaps, (id) => part(id) || undefined),
};
