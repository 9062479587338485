import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readConfig } from '../../server/platform/config';

export const dynamic = 'force-dynamic';

let loader: string | undefined;
/** The embed loader. It is told where its quizzes are: loaded as a module, it could not find out by itself. */
export function GET(): Response {
  const { origin } = new URL(readConfig().publicUrl);
  loader ??= readFileSync(join(process.cwd(), 'built/embed-loader.js'), 'utf8').replace('__HOME__', origin);
  return new Response(loader, {
    headers: {
      'Content-Type': 'text/javascript; charset=utf-8',
      'Cache-Control': 'public, max-age=3600',
      'Cross-Origin-Resource-Policy': 'cross-origin',
      // Modules are fetched by the rules of sharing across origins.
      'Access-Control-Allow-Origin': '*',
    },
  });
}
