import { signOutThere } from '../../../../../server/accounts/account';
import { memberEndpoint } from '../../../../endpoint';

export const DELETE = memberEndpoint('DELETE /api/account/sessions/{session}', (member, { request, params }) =>
  signOutThere(member, request.headers, params.session),
);
