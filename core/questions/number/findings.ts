import { nowhere } from '../found';
import type { FindingSide, Of } from '../kind';

export const numberFindings: FindingSide<Of<'number'>> = { findings: (question, looked) => nowhere(looked, question) };
