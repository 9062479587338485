import { removeHostName } from '../../../../../server/publishing/host-names';
import { memberEndpoint } from '../../../../endpoint';

export const DELETE = memberEndpoint('DELETE /api/team/hosts/{host}', (member, { params }) =>
  removeHostName(member, params.host),
);
