import { hashToken } from '../../../../server/platform/ids';
import { networkOf, requireRoom } from '../../../../server/platform/rates';
import { certificateOf } from '../../../../server/visitor/certificate';
import { answer } from '../../../http';

/** A certificate as a PDF, by a link that works without scripts. */
export const GET = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(request, async () => {
    const { searchParams } = new URL(request.url);
    const { address } = await params;
    const token = searchParams.get('mine') ?? '';
    requireRoom(['network', networkOf(request)], ['run', hashToken(token)]);
    const bytes = await certificateOf(address, token, searchParams.get('block') ?? '');
    const name = `${address.replace(/[^a-z0-9-]/gi, '') || 'quiz'}-certificate.pdf`;
    return new Response(new Uint8Array(bytes), {
      headers: {
        'Content-Type': 'application/pdf',
        'Content-Disposition': `attachment; filename="${name}"`,
        'Cache-Control': 'no-store',
        'Referrer-Policy': 'no-referrer',
      },
    });
  });
