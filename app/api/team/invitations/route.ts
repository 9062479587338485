import { invite } from '../../../../server/accounts/team';
import { memberEndpoint } from '../../../endpoint';

export const POST = memberEndpoint('POST /api/team/invitations', (member, { body }) => invite(member, body));
