import { Problem } from '../../../../server/problem';
import { networkOf, requireRoom } from '../../../../server/rates';
import { takeOffer } from '../../../../server/take-offer';
import { findByTicket } from '../../../../server/take-step';
import { answer } from '../../../http';

export const GET = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(async () => {
    requireRoom(['network', networkOf(request)]);
    const { searchParams } = new URL(request.url);
    const { address } = await params;
    const found = await findByTicket(address, searchParams.get('run') ?? '');
    if (!found)
      throw new Problem(
        404,
        'not-found',
        'This page was sent already. Its offer stands on the page that you are on now.',
      );
    const url = await takeOffer(address, found.token, searchParams.get('of') ?? '');
    return new Response(null, { status: 303, headers: { Location: url, 'Cache-Control': 'no-store' } });
  });
