/** The website of Slow Spoke, on an origin of its own: a page to embed a quiz in, and the pages its offers lead to. */
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { anyQuiz, article, blog, ride, rides, shop } from './pages';

export type Website = { close: () => Promise<void> };

const fonts: Record<string, string> = {
  'figtree.woff2': '@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2',
  'serif.woff2': '@fontsource-variable/source-serif-4/files/source-serif-4-latin-wght-normal.woff2',
};

/** @param home where the quizzes are served, as visitors reach it */
export async function startWebsite({ port, home }: { port: number; home: string }): Promise<Website> {
  const server = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://site');
    const send = (type: string, body: string | Buffer, status = 200, headers: Record<string, string> = {}) => {
      response.writeHead(status, { 'Content-Type': type, ...headers });
      response.end(body);
    };
    const font = fonts[pathname.replace('/fonts/', '')];
    if (font) return send('font/woff2', readFileSync(join(process.cwd(), 'node_modules', font)));
    if (/^\/pictures\/[a-z0-9-]+\.svg$/.test(pathname)) {
      try {
        return send('image/svg+xml', readFileSync(join(process.cwd(), 'public', pathname)));
      } catch {
        return send('text/plain', 'No such picture', 404);
      }
    }
    if (pathname === '/shop') return send('text/html; charset=utf-8', shop(home));
    if (pathname === '/blog') return send('text/html; charset=utf-8', blog(home));
    if (pathname === '/') return send('text/html; charset=utf-8', article(home));
    // As a site that lets nothing in but what it names: no style in the page itself, one script, one frame.
    const strict = `default-src 'none'; script-src ${home}/embed.js; frame-src ${home}; img-src 'self'; font-src 'self'`;
    if (pathname === '/strict')
      return send('text/html; charset=utf-8', article(home), 200, { 'Content-Security-Policy': strict });
    if (pathname === '/strict/button')
      return send('text/html; charset=utf-8', article(home, 'button'), 200, { 'Content-Security-Policy': strict });
    for (const standing of ['later', 'button', 'leaving', 'several'] as const)
      if (pathname === `/${standing}`) return send('text/html; charset=utf-8', article(home, standing));
    if (pathname === '/with')
      return send('text/html; charset=utf-8', article(home, { written: anyQuiz(home, searchParams) }));
    const found = rides[pathname.replace('/rides/', '')];
    if (found) return send('text/html; charset=utf-8', ride(found));
    send(
      'text/html; charset=utf-8',
      ride({
        title: 'Nothing stands here',
        text: 'This page has been cycled away from. The article is still where it was.',
      }),
      404,
    );
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  return {
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}
