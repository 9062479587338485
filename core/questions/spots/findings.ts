import { error } from '../../schema/finding';
import { unspoken } from '../found';
import type { FindingSide, Of } from '../kind';

export const spotsFindings: FindingSide<Of<'spots'>> = {
  findings: ({ picture }, { at, name }) =>
    picture ? unspoken(picture, name, at) : [error('empty-text', 'write', at, `“${name}” has no picture to point at.`)],
};
