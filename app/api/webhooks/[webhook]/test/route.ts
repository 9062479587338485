import { sendTest } from '../../../../../server/integrations/webhooks';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/webhooks/{webhook}/test', (member, { params }) =>
  sendTest(member, params.webhook),
);
