import { keepLook, listLooks } from '../../../server/editing/looks';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/looks', (member) => listLooks(member));

export const POST = memberEndpoint('POST /api/looks', (member, { body }) => keepLook(member, body.name, body.look));
