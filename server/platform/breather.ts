/** Milliseconds for which one piece of work may keep a process from all others. */
const STRETCH = 5;

/**
 * For long work in the process that answers visitors: asked after each part of it, lets everybody else have their turn once in a while.
 */
export function breather(): () => Promise<void> | undefined {
  let since = performance.now();
  return () => {
    if (performance.now() - since < STRETCH) return undefined;
    return new Promise((resolve) =>
      setImmediate(() => {
        since = performance.now();
        resolve();
      }),
    );
  };
}
