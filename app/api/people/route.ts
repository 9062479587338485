import { listContacts } from '../../../server/people/people';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/people', (member, { query }) => listContacts(member, query));
