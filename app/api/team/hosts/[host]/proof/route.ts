import { proveHostName } from '../../../../../../server/publishing/host-names';
import { memberEndpoint } from '../../../../../endpoint';

export const POST = memberEndpoint('POST /api/team/hosts/{host}/proof', (member, { params }) =>
  proveHostName(member, params.host),
);
