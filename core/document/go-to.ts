import type { Quiz } from '../schema/quiz';
import { fieldOf } from '../values/unknown';
import { type Edit, type Op, same } from './edits';

/** Brings the whole quiz to another state, as one step; null where it stands like that. Its id, and ids used since, stay its own. */
export function goTo(name: 'go-back' | 'put-document', quiz: Quiz, state: Quiz): Edit | null {
  const fields = new Set([...Object.keys(quiz), ...Object.keys(state)]);
  const ops = [...fields].flatMap((field): Op[] => {
    const [was, to] = [fieldOf(quiz, field), fieldOf(state, field)];
    if (field === 'id' || same(was, to)) return [];
    return [{ op: 'set', at: [], field: [field], was, ...(to === undefined ? {} : { to }) }];
  });
  return ops.length ? { name, ops } : null;
}
