import { addHostName, hostNamesOf } from '../../../../server/publishing/host-names';
import { memberEndpoint } from '../../../endpoint';

export const GET = memberEndpoint('GET /api/team/hosts', (member) => hostNamesOf(member));
export const POST = memberEndpoint('POST /api/team/hosts', (member, { body }) => addHostName(member, body.host));
