import { teamOf } from '../../../server/accounts/team';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/team', (member) => teamOf(member));
