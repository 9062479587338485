import { keepInBank, listBank } from '../../../server/bank';
import { bodyReader, studioRoute } from '../../http';

const readBody = bodyReader<{ quiz: string; ids: string[] }>({
  type: 'object',
  additionalProperties: false,
  required: ['quiz', 'ids'],
  properties: {
    quiz: { type: 'string', maxLength: 80 },
    ids: { type: 'array', minItems: 1, maxItems: 400, items: { type: 'string', maxLength: 60 } },
  },
});

export const GET = studioRoute(async (_request, member) => ({ kept: await listBank(member) }));

export const POST = studioRoute(async (request, member) => {
  const { quiz, ids } = await readBody(request);
  return { links: await keepInBank(member, quiz, ids) };
});
