import { openApi } from '../../../contract/openapi';
import { readConfig } from '../../../server/platform/config';
import { answer } from '../../http';

/** The description of the API. It says what everybody may know, and tools read it without a token. */
export const GET = (request: Request): Promise<Response> =>
  answer(request, async () =>
    Response.json(openApi(readConfig().publicUrl), { headers: { 'Access-Control-Allow-Origin': '*' } }),
  );
