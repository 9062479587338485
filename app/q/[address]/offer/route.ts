import { takeOffer } from '../../../../server/take-offer';
import { Problem } from '../../../../server/problem';
import { answer } from '../../../http';
import { TOKEN } from '../../../runs/fields';

export const GET = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(async () => {
    const { searchParams } = new URL(request.url);
    const run = searchParams.get('run') ?? '';
    if (!TOKEN.test(run)) throw new Problem(400, 'not-valid', 'This is no run.');
    const url = await takeOffer((await params).address, run, searchParams.get('of') ?? '');
    return new Response(null, { status: 303, headers: { Location: url, 'Cache-Control': 'no-store' } });
  });
