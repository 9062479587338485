import { certificateOf } from '../../../../server/visitor/certificate';
import { hashToken } from '../../../../server/platform/ids';
import { networkOf, requireRoom } from '../../../../server/platform/rates';
import { preflight, visitorEndpoint } from '../../../endpoint';

export const OPTIONS = preflight;
export const POST = visitorEndpoint('POST /q/{address}/certificate', async ({ request, params, body }) => {
  const { token, block } = body;
  requireRoom(['network', networkOf(request)], ['run', hashToken(token)]);
  const bytes = await certificateOf(params.address, token, block);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': 'attachment; filename="certificate.pdf"',
      'Cache-Control': 'no-store',
    },
  });
});
