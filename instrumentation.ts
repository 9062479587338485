/** At the start of the server: configuration is checked, and the workers on queued jobs begin. */
export async function register(): Promise<void> {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs') return;
  const { readConfig } = await import('./server/config');
  readConfig();
  const { startWorkers } = await import('./server/workers');
  await startWorkers();
}
