import { HttpError } from '../../../../server/platform/http-error';
import { networkOf, requireRoom } from '../../../../server/platform/rates';
import { takeOffer } from '../../../../server/visitor/take-offer';
import { findByTicket } from '../../../../server/visitor/take-step';
import { answer } from '../../../http';

export const GET = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(request, async () => {
    requireRoom(['network', networkOf(request)]);
    const { searchParams } = new URL(request.url);
    const { address } = await params;
    const found = await findByTicket(address, searchParams.get('run') ?? '');
    if (!found)
      throw new HttpError(
        404,
        'not-found',
        'This page was sent already. Its offer stands on the page that you are on now.',
      );
    const url = await takeOffer(address, found.token, searchParams.get('of') ?? '');
    return new Response(null, { status: 303, headers: { Location: url, 'Cache-Control': 'no-store' } });
  });
