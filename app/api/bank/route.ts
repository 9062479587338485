import { keepInBank, listBank } from '../../../server/editing/bank';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/bank', async (member) => ({ kept: await listBank(member) }));

export const POST = memberEndpoint('POST /api/bank', async (member, { body }) => ({
  links: await keepInBank(member, body.quiz, body.ids),
}));
