import { listMessages } from '../../../../../server/integrations/webhooks';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/webhooks/{webhook}/messages', (member, { params, query }) =>
  listMessages(member, params.webhook, query.before),
);
