/** Steps that can be undone and done again. Pure. */
import { merge } from '../../core/document/algebra';
import type { Edit } from '../../core/document/edits';

/** `id` is that of the edit on its way to the server that made the step: where that is refused, there is nothing to undo. */
export type Step = { id: string; edit: Edit; inverse: Edit; field: string | null; at: number };
export type History = { done: Step[]; undone: Step[] };

/** Typing in one field within this time is one step. Milliseconds. */
const ONE_STEP = 1_500;

/** Adds a step, or joins it to the one before where both belong to the same typing. What was undone cannot be done again behind it. */
export function record({ done }: History, step: Step): History {
  const last = done.at(-1);
  if (last && step.field !== null && last.field === step.field && step.at - last.at < ONE_STEP) {
    const edit = merge(last.edit, step.edit);
    const inverse = merge(step.inverse, last.inverse);
    if (edit && inverse) return { done: [...done.slice(0, -1), { ...step, edit, inverse }], undone: [] };
  }
  return { done: [...done, step], undone: [] };
}

export const forget = ({ done, undone }: History, ids: ReadonlySet<string>): History => ({
  done: done.filter((step) => !ids.has(step.id)),
  undone: undone.filter((step) => !ids.has(step.id)),
});
