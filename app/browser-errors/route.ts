import { log } from '../../server/platform/log';
import { networkOf, requireRoom } from '../../server/platform/rates';
import { visitorEndpoint } from '../endpoint';

/** Errors of browsers come to the same log as those of the server. */
export const POST = visitorEndpoint('POST /browser-errors', async ({ request, body }) => {
  requireRoom(['network', networkOf(request)], ['browserErrors', networkOf(request)]);
  log.error({ browser: body }, 'a browser failed');
  return {};
});
