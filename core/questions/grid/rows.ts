import type { Of } from '../kind';
import { subsets } from '../ranges';

/** Every way to answer one row. */
export function rowAnswers(question: Of<'grid'>): string[][] {
  const ids = question.columns.map((c) => c.id);
  if (question.pick !== 'many') return ids.map((id) => [id]);
  return subsets(ids.length, 1, ids.length).map((subset) => subset.map((i) => ids[i] ?? ''));
}
