import { join } from '../../../../server/accounts/team';
import { memberEndpoint } from '../../../endpoint';

export const POST = memberEndpoint('POST /api/team/join', (member, { body }) => join(member, body.token));
