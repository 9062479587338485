import { networkOf, requireRoom, seenIn, whereFrom } from '../../../server/platform/rates';
import { HttpError } from '../../../server/platform/http-error';
import { adoptRun, openRun } from '../../../server/visitor/take-step';
import { preflight, visitorEndpoint } from '../../endpoint';

export const OPTIONS = preflight;
export const POST = visitorEndpoint('POST /runs/open', async ({ request, body }) => {
  const { address, token, params, source, ticket, shown, page, language, key = {} } = body;
  const network = networkOf(request);
  requireRoom(['network', network], ['opening', network], ['quiz', address]);
  if (ticket === undefined)
    return openRun(address, token, params, source, new Date(), {
      ...key,
      network: whereFrom(request),
      seen: { ...seenIn(request), page },
      ...(shown === undefined ? {} : { shown }),
      ...(language === undefined ? {} : { wish: { asked: language } }),
    });
  const adopted = await adoptRun(address, ticket, token);
  if (!adopted) throw new HttpError(409, 'passed', 'This page was sent already.');
  return adopted;
});
