import { error } from '../../schema/finding';
import { gapsIn } from '../../text/rich';
import type { FindingSide, Of } from '../kind';

export const gapsFindings: FindingSide<Of<'gaps'>> = {
  findings({ text, gaps }, { at, name }) {
    const placed = new Set(gapsIn(text));
    return gaps
      .filter((gap) => !placed.has(gap.id))
      .map((gap) =>
        error('unknown-reference', 'write', [...at, gap.id], `A gap of “${name}” stands nowhere in its text.`),
      );
  },
};
