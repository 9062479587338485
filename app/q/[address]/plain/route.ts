import { sentFromForm } from '../../../../core/run/plain-form';
import { newToken } from '../../../../server/ids';
import { Problem } from '../../../../server/problem';
import { findRun, openRun, takeStep } from '../../../../server/take-step';
import { answer, readBytes } from '../../../http';
import { TOKEN } from '../../../runs/fields';

/** The whole quiz works by plain forms where scripts are blocked: what was sent is taken, and the next page is led to. */
export const POST = (request: Request, { params: at }: { params: Promise<{ address: string }> }) =>
  answer(async () => {
    const { address } = await at;
    const fields = new URLSearchParams((await readBytes(request, 64_000)).toString('utf8'));
    const form = new Map([...new Set(fields.keys())].slice(0, 400).map((key) => [key, fields.getAll(key)]));
    const given = fields.get('token') ?? '';
    if (given !== '' && !TOKEN.test(given)) throw new Problem(400, 'not-valid', 'This is no run.');
    const token = given || newToken();
    const params = Object.fromEntries([...fields].flatMap(([k, v]) => (k.startsWith('k.') ? [[k.slice(2), v]] : [])));
    const to = (query: Record<string, string>) =>
      new Response(null, { status: 303, headers: { Location: `/q/${address}?${new URLSearchParams(query)}` } });
    const what = fields.get('do');
    if (what === 'again') return to({});
    const standing = given
      ? await findRun(address, token)
      : await openRun(address, token, params, params['utm_source'] ?? 'link');
    if (what === 'on') return to({ run: token });
    try {
      const step = await takeStep(address, token, standing.seq + 1, sentFromForm(standing.view, form));
      if (!('taken' in step)) return to({ run: token, wrong: '1' });
      const { explained, out } = step.taken.view;
      if (out && 'url' in out && !explained) return new Response(null, { status: 303, headers: { Location: out.url } });
      return to({ run: token, ...(explained ? { told: '1' } : {}) });
    } catch (error) {
      // Pressed twice, or pressed on an old page: the run stands where it stands.
      if (error instanceof Problem && error.status === 409) return to({ run: token });
      throw error;
    }
  });
