import { error } from '../../schema/finding';
import { unworded } from '../found';
import type { FindingSide, Of } from '../kind';

export const gridFindings: FindingSide<Of<'grid'>> = {
  findings: ({ rows, columns }, looked) => [
    ...unworded(looked, rows, { one: 'A row', many: 'rows' }),
    ...unworded(looked, columns, { one: 'A column', many: 'columns' }),
  ],
  dangling(question, { at, name }) {
    const columns = new Set(question.columns.map((c) => c.id));
    const rows = new Set(question.rows.map((r) => r.id));
    const isGone = Object.entries(question.key ?? {}).some(
      ([row, ids]) => !rows.has(row) || ids.some((id) => !columns.has(id)),
    );
    return isGone
      ? [error('unknown-reference', 'score', at, `The key of “${name}” names a row or column that is gone.`)]
      : [];
  },
};
