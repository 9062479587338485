import { takeBack } from '../../../../../server/accounts/team';
import { memberEndpoint } from '../../../../endpoint';

export const DELETE = memberEndpoint('DELETE /api/team/invitations/{invitation}', (member, { params }) =>
  takeBack(member, params.invitation),
);
