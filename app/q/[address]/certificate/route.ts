import { certificateOf } from '../../../../server/certificate';
import { hashToken } from '../../../../server/ids';
import { networkOf, requireRoom } from '../../../../server/rates';
import { answer, bodyReader } from '../../../http';
import { runFields } from '../../../runs/fields';

const readBody = bodyReader<{ token: string; block: string }>(
  {
    type: 'object',
    additionalProperties: false,
    required: ['token', 'block'],
    properties: {
      token: runFields.token,
      block: { type: 'string', maxLength: 60 },
    },
  },
  4_000,
);

export const POST = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(async () => {
    const { token, block } = await readBody(request);
    requireRoom(['network', networkOf(request)], ['run', hashToken(token)]);
    const bytes = await certificateOf((await params).address, token, block);
    return new Response(new Uint8Array(bytes), {
      headers: {
        'Content-Type': 'application/pdf',
        'Content-Disposition': 'attachment; filename="certificate.pdf"',
        'Cache-Control': 'no-store',
      },
    });
  });
