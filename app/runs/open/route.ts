import { openRun } from '../../../server/take-step';
import { answer, bodyReader } from '../../http';
import { runFields } from '../fields';

const readBody = bodyReader<{ address: string; token: string; params: Record<string, string>; source: string }>(
  {
    type: 'object',
    additionalProperties: false,
    required: ['address', 'token', 'params', 'source'],
    properties: {
      ...runFields,
      params: { type: 'object', maxProperties: 40, additionalProperties: { type: 'string', maxLength: 2000 } },
      source: { type: 'string', maxLength: 200 },
    },
  },
  16_000,
);

/** The quiz is named in what is sent: the router takes half as long for an address that is always the same. */
export const POST = (request: Request) =>
  answer(async () => {
    const { address, token, params, source } = await readBody(request);
    return openRun(address, token, params, source);
  });
