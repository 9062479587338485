/** Milliseconds of the processor that a piece of work takes. Unlike the clock's, they are the same on a busy machine. */
export function processorTime(work: () => unknown): number {
  const begun = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(begun);
  return (user + system) / 1_000;
}
