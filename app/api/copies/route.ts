import { takeCopy } from '../../../server/editing/gifts';
import { memberEndpoint } from '../../endpoint';

export const POST = memberEndpoint('POST /api/copies', async (member, { body }) => ({
  quiz: await takeCopy(member, body.key),
}));
