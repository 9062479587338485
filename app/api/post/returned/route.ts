/** Where a post office hands over letters that came back, whole, as it got them; docs/operating.md says how. */
import { timingSafeEqual } from 'node:crypto';
import { LARGEST_REPORT, noteReturned } from '../../../../server/letters/returned';
import { readConfig } from '../../../../server/platform/config';
import { HttpError, notFound } from '../../../../server/platform/http-error';
import { hashToken } from '../../../../server/platform/ids';
import { answer, readBytes } from '../../../http';

export const POST = (request: Request): Promise<Response> =>
  answer(request, async () => {
    const { returnedKey } = readConfig();
    if (returnedKey === null) throw notFound('This page');
    const given = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
    // Of the same length whatever is given, so that how long it takes tells nothing.
    if (!timingSafeEqual(Buffer.from(hashToken(given)), Buffer.from(hashToken(returnedKey))))
      throw new HttpError(401, 'no-key', 'The key of this post office is expected.');
    return { noted: await noteReturned(await readBytes(request, LARGEST_REPORT)) };
  });
