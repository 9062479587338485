import type { Verdict } from '../schema/quiz';

/** The outcome of a verdict that nothing decides. */
export const fallbackOf = ({ fallback }: Verdict): string[] => (fallback === undefined ? [] : [fallback]);
