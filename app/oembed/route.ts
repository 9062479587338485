import { oembedOf } from '../../server/visitor/oembed';
import { HttpError } from '../../server/platform/http-error';
import { answer } from '../http';

/** oEmbed 1.0, as JSON; what else is asked for is answered with 501, as the standard has it. */
export const GET = (request: Request) =>
  answer(request, async () => {
    const { searchParams } = new URL(request.url);
    const url = searchParams.get('url');
    const format = searchParams.get('format') ?? 'json';
    if (format !== 'json') throw new HttpError(501, 'not-implemented', 'This answers in JSON alone.');
    if (!url) throw new HttpError(400, 'not-valid', 'url: the address of a quiz is expected.');
    const most = (name: string) => {
      const n = Number(searchParams.get(name));
      return Number.isInteger(n) && n > 0 ? n : undefined;
    };
    const found = await oembedOf(url, { width: most('maxwidth'), height: most('maxheight') });
    return Response.json(found, {
      headers: { 'Cache-Control': 'public, max-age=3600', 'Access-Control-Allow-Origin': '*' },
    });
  });
