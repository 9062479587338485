import { moveAccount } from '../../../../server/accounts/account';
import { memberEndpoint } from '../../../endpoint';

export const PUT = memberEndpoint('PUT /api/account/email', (member, { request, body }) =>
  moveAccount(member, request.headers, body),
);
