import { sendOnceMore } from '../../../../../server/integrations/webhooks';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/webhooks/{webhook}/again', (member, { params, body }) =>
  sendOnceMore(member, params.webhook, body),
);
