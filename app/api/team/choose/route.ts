import { choose } from '../../../../server/accounts/team';
import { memberEndpoint } from '../../../endpoint';

export const POST = memberEndpoint('POST /api/team/choose', (member, { body }) => choose(member, body.workspace));
