import { wellFormedText } from '../../../../core/text/well-formed';
import { newToken } from '../../../../server/platform/ids';
import { plainTicket } from '../../../../server/visitor/plain-ticket';
import { HttpError } from '../../../../server/platform/http-error';
import { networkOf, requireRoom, seenIn, whereFrom } from '../../../../server/platform/rates';
import { openRun, takePlainStep } from '../../../../server/visitor/take-step';
import { doorIn, type Key } from '../../../../server/visitor/admission';
import { type Chosen, LARGEST_UPLOAD } from '../../../../server/visitor/run-files';
import { answer, readBytes, readForm } from '../../../http';

/** The key of a trial goes along from page to page, since what is tried may not be live; so does the language that was asked for. */
const goesAlong = (params: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(params).filter(([name]) => ['try', 'language', 'around'].includes(name)));

/** What was filled in, and the files that were chosen. */
async function readPlain(request: Request, network: string) {
  const files = new Map<string, Chosen>();
  if (!request.headers.get('content-type')?.startsWith('multipart/'))
    return { fields: new URLSearchParams(wellFormedText((await readBytes(request, 64_000)).toString('utf8'))), files };
  const fields = new URLSearchParams();
  for (const [name, value] of await readForm(request, LARGEST_UPLOAD)) {
    if (typeof value === 'string') fields.append(name, wellFormedText(value.slice(0, 64_000)));
    // A field in which nothing was chosen comes as a file without a name.
    else if (value.size > 0) files.set(name, { name: value.name, bytes: Buffer.from(await value.arrayBuffer()) });
  }
  if (files.size > 0) requireRoom(['file', network]);
  return { fields, files };
}

/** The whole quiz works by plain forms where scripts are blocked: what was sent is taken, and the next page is led to. */
export const POST = (request: Request, { params: at }: { params: Promise<{ address: string }> }) =>
  answer(request, async () => {
    const { address } = await at;
    const network = networkOf(request);
    requireRoom(['network', network]);
    const { fields, files } = await readPlain(request, network);
    const form = new Map([...new Set(fields.keys())].slice(0, 400).map((key) => [key, fields.getAll(key)]));
    const params = Object.fromEntries([...fields].flatMap(([k, v]) => (k.startsWith('k.') ? [[k.slice(2), v]] : [])));
    const lead = (to: string) =>
      new Response(null, { status: 303, headers: { Location: to, 'Cache-Control': 'no-store' } });
    const to = (query: Record<string, string>) =>
      lead(`/q/${encodeURIComponent(address)}?${String(new URLSearchParams({ ...query, ...goesAlong(params) }))}`);
    const what = fields.get('do');
    if (what === 'again') return to({});
    let ticket = fields.get('token') ?? '';
    if (what === 'on') return to({ run: ticket });
    if (ticket === '') {
      requireRoom(['opening', network], ['quiz', address]);
      const token = newToken();
      const text = (name: string) => fields.get(name)?.slice(0, 300);
      const { entry, try: trial, ...known } = params;
      const [passcode, person] = [text('passcode'), text('person')];
      const key: Key = {
        network: whereFrom(request),
        seen: seenIn(request),
        wish: {
          asked: params['language'],
          around: params['around'],
          accepted: request.headers.get('accept-language'),
        },
        ...(passcode === undefined ? {} : { passcode }),
        ...(person === undefined ? {} : { person }),
        ...(entry === undefined ? {} : { entry }),
        ...(trial === undefined ? {} : { try: trial }),
      };
      try {
        const source = (params['utm_source'] ?? 'link').slice(0, 200);
        const { seq } = await openRun(address, token, known, source, new Date(), key);
        ticket = await plainTicket(address, { token, seq });
      } catch (error) {
        const door = doorIn(error);
        if (!door) throw error;
        return to({
          door: door.why,
          ...(entry === undefined ? {} : { entry }),
          ...(door.isWrong ? { wrong: '1' } : {}),
        });
      }
      if (what === 'enter') return to({ run: ticket });
    }
    try {
      const taken = await takePlainStep(address, ticket, form, new Date(), files);
      if (!taken) return to({ run: ticket });
      const { step } = taken;
      if (!('taken' in step)) return to({ run: taken.ticket, wrong: '1' });
      const { explained, out } = step.taken.view;
      if (out && 'url' in out && !explained) return lead(out.url);
      return to({ run: taken.ticket, ...(explained ? { told: '1' } : {}) });
    } catch (error) {
      // Two windows submitted at once: redirect to where the run stands.
      if (error instanceof HttpError && error.status === 409) return to({ run: ticket });
      const door = doorIn(error);
      if (door) return to({ door: door.why });
      throw error;
    }
  });
