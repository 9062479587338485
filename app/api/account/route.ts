import { accountOf } from '../../../server/accounts/account';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/account', (member, { request }) => accountOf(member, request.headers));
