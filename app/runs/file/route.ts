import { hashToken } from '../../../server/platform/ids';
import { HttpError } from '../../../server/platform/http-error';
import { networkOf, requireRoom } from '../../../server/platform/rates';
import { LARGEST_UPLOAD, takeFile } from '../../../server/visitor/run-files';
import { TOKEN } from '../../../contract/visits';
import { visitorEndpoint } from '../../endpoint';
import { readForm } from '../../http';

export const POST = visitorEndpoint('POST /runs/file', async ({ request }) => {
  const network = networkOf(request);
  requireRoom(['network', network], ['file', network]);
  const form = await readForm(request, LARGEST_UPLOAD);
  const text = (name: string) => {
    const value = form.get(name);
    if (typeof value !== 'string' || value.length > 100) throw new HttpError(400, 'not-valid', `${name} is missing.`);
    return value;
  };
  const [address, token, block, field, file] = [
    text('address'),
    text('token'),
    text('block'),
    text('field'),
    form.get('file'),
  ];
  if (!TOKEN.test(token) || !(file instanceof File)) throw new HttpError(400, 'not-valid', 'A file is expected here.');
  requireRoom(['run', hashToken(token)]);
  const chosen = { name: file.name, bytes: Buffer.from(await file.arrayBuffer()) };
  const taken = await takeFile(address, token, { block, field }, chosen);
  return 'value' in taken ? taken : Response.json({ refused: taken.refused }, { status: 422 });
});
