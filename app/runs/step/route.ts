import type { StepRefused } from '../../../contract/visits';
import { hashToken } from '../../../server/platform/ids';
import { networkOf, requireRoom } from '../../../server/platform/rates';
import { takeStep } from '../../../server/visitor/take-step';
import { preflight, visitorEndpoint } from '../../endpoint';

export const OPTIONS = preflight;
export const POST = visitorEndpoint('POST /runs/step', async ({ request, body }) => {
  const { address, token, seq, sent, trap, proof } = body;
  requireRoom(['network', networkOf(request)], ['run', hashToken(token)]);
  const by = { ...(trap ? { trap } : {}), ...(proof === undefined ? {} : { proof }) };
  const result = await takeStep(address, token, seq, sent, new Date(), by);
  if ('taken' in result) return result.taken;
  const { refused, standing } = result;
  const answer: StepRefused = { code: 'refused', message: refused[0]?.message ?? '', refused, standing };
  return Response.json(answer, { status: 422 });
});
