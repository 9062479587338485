import { addWebhook, listWebhooks } from '../../../server/integrations/webhooks';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/webhooks', listWebhooks);
export const POST = memberEndpoint('POST /api/webhooks', (member, { body }) => addWebhook(member, body));
