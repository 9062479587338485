/** At the start of the server: configuration is checked, and the workers on queued jobs begin as soon as the database answers. */
export async function register(): Promise<void> {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs') return;
  const { startServer } = await import('./server/process/start');
  startServer();
}

/** What goes wrong while a page is made is told in the same log as what goes wrong at an endpoint. */
export async function onRequestError(
  error: unknown,
  { method, path }: { method: string; path: string },
): Promise<void> {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs') return;
  const { errorForLog, log } = await import('./server/platform/log');
  log.error({ ...errorForLog(error), method, path: path.split('?')[0] }, 'making a page failed');
}
