import { operatorState } from '../../../server/operating/state';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/operator', (member) => operatorState(member));
