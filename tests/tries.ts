/** How often a property is tried: as often as asked, or less where `TRIES` says so, as mutation testing does. */
export const tries = (n: number): { numRuns: number } => ({ numRuns: Math.min(n, Number(process.env['TRIES'] ?? n)) });
