import { changeWebhook, removeWebhook } from '../../../../server/integrations/webhooks';
import { memberEndpoint } from '../../../endpoint';

export const PUT = memberEndpoint('PUT /api/webhooks/{webhook}', (member, { params, body }) =>
  changeWebhook(member, params.webhook, body),
);
export const DELETE = memberEndpoint('DELETE /api/webhooks/{webhook}', (member, { params }) =>
  removeWebhook(member, params.webhook),
);
