import { cardOf } from '../../../../server/visitor/share';
import { networkOf, requireRoom } from '../../../../server/platform/rates';
import { answer } from '../../../http';

export const GET = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(request, async () => {
    requireRoom(['network', networkOf(request)]);
    const mark = new URL(request.url).searchParams.get('shared') ?? undefined;
    const png = await cardOf((await params).address, mark);
    return new Response(new Uint8Array(png), {
      headers: {
        'Content-Type': 'image/png',
        'Cache-Control': 'public, max-age=3600',
        'Cross-Origin-Resource-Policy': 'cross-origin',
      },
    });
  });
