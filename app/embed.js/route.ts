import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The embed loader, read once when the application is built. */
export const dynamic = 'force-static';
export const GET = () =>
  new Response(readFileSync(join(process.cwd(), 'visitor/embed-loader.js'), 'utf8'), {
    headers: {
      'Content-Type': 'text/javascript; charset=utf-8',
      'Cache-Control': 'public, max-age=3600',
      'Cross-Origin-Resource-Policy': 'cross-origin',
    },
  });
