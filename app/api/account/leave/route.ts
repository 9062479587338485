import { leaveForGood } from '../../../../server/accounts/account';
import { memberEndpoint } from '../../../endpoint';

export const POST = memberEndpoint('POST /api/account/leave', (member, { request, body }) =>
  leaveForGood(member, request.headers, body.password),
);
