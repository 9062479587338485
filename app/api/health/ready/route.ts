import { isReady } from '../../../../server/process/health';

/** Whether requests should be sent here: what a balancer asks. */
export const dynamic = 'force-dynamic';
export async function GET(): Promise<Response> {
  const ready = await isReady();
  return new Response(ready ? 'ready' : 'not ready', {
    status: ready ? 200 : 503,
    headers: { 'Cache-Control': 'no-store' },
  });
}
