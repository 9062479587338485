/** Runs tasks one after another: each begins when the one before has ended, however that went. */
export function inLine(): <T>(task: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (task) => {
    const next = last.then(task);
    last = next.catch(() => undefined);
    return next;
  };
}
