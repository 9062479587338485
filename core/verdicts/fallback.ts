import type { Verdict } from '../schema/quiz';

/** What a verdict comes to where nothing decides it. */
export const fallbackOf = ({ fallback }: Verdict): string[] => (fallback === undefined ? [] : [fallback]);
