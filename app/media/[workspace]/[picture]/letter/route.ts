import { pictureInLetter } from '../../../../../server/letters/pictures';
import { networkOf, requireRoom } from '../../../../../server/platform/rates';
import { notFound } from '../../../../../server/platform/http-error';
import { answer } from '../../../../http';

/** A picture as letters show it. It never changes under its address. */
export const GET = (request: Request, { params }: { params: Promise<{ workspace: string; picture: string }> }) =>
  answer(request, async () => {
    requireRoom(['network', networkOf(request)]);
    const { workspace, picture } = await params;
    const found = await pictureInLetter(workspace, picture);
    if (!found) throw notFound('This picture');
    return new Response(new Uint8Array(found.bytes), {
      headers: {
        'Content-Type': found.type,
        'Cache-Control': 'public, max-age=31536000, immutable',
        'Cross-Origin-Resource-Policy': 'cross-origin',
        'X-Content-Type-Options': 'nosniff',
      },
    });
  });
