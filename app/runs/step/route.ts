import type { StepRefused } from '../../../contract/visits';
import { hashToken } from '../../../server/platform/ids';
import { networkOf, requireRoom } from '../../../server/platform/rates';
import { takeStep } from '../../../server/visitor/take-step';
import { preflight, visitorEndpoint } from '../../endpoint';

export const OPTIONS = preflight;
export const POST = visitorEndpoint('POST /runs/step', async ({ request, body }) => {
  const { address, token, seq, sent } = body;
  requireRoom(['network', networkOf(request)], ['run', hashToken(token)]);
  const result = await takeStep(address, token, seq, sent);
  if ('taken' in result) return result.taken;
  const { refused, standing } = result;
  const answer: StepRefused = { code: 'refused', message: refused[0]?.message ?? '', refused, standing };
  return Response.json(answer, { status: 422 });
});
