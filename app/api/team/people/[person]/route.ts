import { changeRole, sendAway } from '../../../../../server/accounts/team';
import { memberEndpoint } from '../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/team/people/{person}', (member, { params, body }) =>
  changeRole(member, params.person, body.role),
);
export const DELETE = memberEndpoint('DELETE /api/team/people/{person}', (member, { params }) =>
  sendAway(member, params.person),
);
