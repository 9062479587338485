/** At the start of the server: configuration is checked, and the workers on queued jobs begin as soon as the database answers. */
export async function register(): Promise<void> {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs') return;
  const { startServer } = await import('./server/platform/start');
  startServer();
}
