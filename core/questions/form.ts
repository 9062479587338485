/** What kinds have in common where they are answered by plain forms. */
import type { Answer } from '../values/answer';
import type { FormSide } from './kind';

/** An answer by part, of the parts that were filled in. */
export function byPart(
  ids: string[],
  read: (id: string) => string | string[] | [number, number] | undefined,
): Answer | undefined {
  const found = ids.flatMap((id) => {
    const value = read(id);
    return value === undefined ? [] : [[id, value] as const];
  });
  return found.length ? Object.fromEntries(found) : undefined;
}

export const typedForm: FormSide<unknown> = { fromForm: (_view, { given }) => given[0] };

export const measuredForm: FormSide<unknown> = {
  fromForm(_view, { given: [first] }) {
    return first === undefined || Number.isNaN(Number(first)) ? undefined : Number(first);
  },
};
