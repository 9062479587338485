import { listTokens, makeToken } from '../../../server/integrations/tokens';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/tokens', listTokens);
export const POST = memberEndpoint('POST /api/tokens', (member, { body }) => makeToken(member, body));
