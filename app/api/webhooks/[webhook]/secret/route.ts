import { newSecret, readSecret } from '../../../../../server/integrations/webhooks';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/webhooks/{webhook}/secret', (member, { params }) =>
  readSecret(member, params.webhook),
);
export const POST = memberEndpoint('POST /api/webhooks/{webhook}/secret', (member, { params }) =>
  newSecret(member, params.webhook),
);
