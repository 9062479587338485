import { readMailing, setMailing } from '../../../server/letters/mailing';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/mailing', (member) => readMailing(member));

export const PUT = memberEndpoint('PUT /api/mailing', (member, { body }) => setMailing(member, body));
