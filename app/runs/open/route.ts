import { networkOf, requireRoom } from '../../../server/rates';
import { LONGEST_TICKET } from '../../../server/plain-ticket';
import { Problem } from '../../../server/problem';
import { adoptRun, openRun } from '../../../server/take-step';
import { answer, bodyReader } from '../../http';
import { runFields } from '../fields';

type Opening = {
  address: string;
  token: string;
  params: Record<string, string>;
  source: string;
  /** Of a page without scripts, whose run is to be gone on with. */
  ticket?: string;
};
const readBody = bodyReader<Opening>(
  {
    type: 'object',
    additionalProperties: false,
    required: ['address', 'token', 'params', 'source'],
    properties: {
      ...runFields,
      params: { type: 'object', maxProperties: 40, additionalProperties: { type: 'string', maxLength: 2000 } },
      source: { type: 'string', maxLength: 200 },
      ticket: { type: 'string', maxLength: LONGEST_TICKET },
    },
  },
  16_000,
);

/** The quiz is named in what is sent: the router takes half as long for an address that is always the same. */
export const POST = (request: Request) =>
  answer(async () => {
    const { address, token, params, source, ticket } = await readBody(request);
    const network = networkOf(request);
    requireRoom(['network', network], ['opening', network], ['quiz', address]);
    if (ticket === undefined) return openRun(address, token, params, source);
    const adopted = await adoptRun(address, ticket, token);
    if (!adopted) throw new Problem(409, 'passed', 'This page was sent already.');
    return adopted;
  });
