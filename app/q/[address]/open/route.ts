import { openRun } from '../../../../server/take-step';
import { answer, bodyReader } from '../../../http';

const readBody = bodyReader<{ token: string; params: Record<string, string>; source: string }>(
  {
    type: 'object',
    additionalProperties: false,
    required: ['token', 'params', 'source'],
    properties: {
      token: { type: 'string', pattern: '^[A-Za-z0-9_-]{22,64}$' },
      params: { type: 'object', maxProperties: 40, additionalProperties: { type: 'string', maxLength: 2000 } },
      source: { type: 'string', maxLength: 200 },
    },
  },
  16_000,
);

export const POST = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(async () => {
    const { token, params: given, source } = await readBody(request);
    return openRun((await params).address, token, given, source);
  });
