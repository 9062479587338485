/**
 * What the visitor's page costs: bytes of script as they come over the wire, the first paint (beside the server, where it is the browser's own
 * work, and over a phone's network), the loader's bytes, and how much the layout shifts while it loads. `BEFORE_URL`, where an earlier version of the application is served, is measured beside it, in turns.
 */
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';

const home = process.env['PUBLIC_URL'] ?? '';
const before = process.env['BEFORE_URL'];
const site = process.env['SAMPLE_SITE_URL'] ?? '';
/** Milliseconds there and back, bytes a second. */
const PHONE = { offline: false, latency: 100, downloadThroughput: 200_000, uploadThroughput: 100_000 };
const kB = (bytes: number) => `${(bytes / 1000).toFixed(1)} kB`;

async function page(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  /** Bytes of script that a page needs, as they come over the wire, in a browser that knows nothing yet. */
  const scripts = async (url: string): Promise<{ bytes: number; files: number }> => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const tab = await context.newPage();
    const client = await context.newCDPSession(tab);
    await client.send('Network.enable');
    const sizes = new Map<string, number>();
    client.on('Network.responseReceived', ({ requestId, type }) => {
      if (type === 'Script') sizes.set(requestId, 0);
    });
    client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (sizes.has(requestId)) sizes.set(requestId, encodedDataLength);
    });
    await tab.goto(url, { waitUntil: 'networkidle' });
    await context.close();
    return { bytes: [...sizes.values()].reduce((x, y) => x + y, 0), files: sizes.size };
  };
  const own = await scripts(`${home}/q/tourer`);
  if (before) console.log(`script of the same page before: ${kB((await scripts(`${before}/q/tourer`)).bytes)}`);
  // A page of the same framework and layout that does nothing.
  const bare = await scripts(`${home}/q/no-such-quiz`);
  console.log(
    `script of the visitor's page: ${kB(own.bytes)} compressed, in ${own.files} files; of a bare page ${kB(bare.bytes)}: ${(own.bytes / bare.bytes).toFixed(2)} times (aim: at most 1.25)`,
  );
  /** Milliseconds until something is seen, in a browser that knows nothing yet. */
  const firstPaint = async (url: string, onPhone: boolean): Promise<number> => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const tab = await context.newPage();
    if (onPhone) {
      const client = await context.newCDPSession(tab);
      await client.send('Network.enable');
      await client.send('Network.emulateNetworkConditions', PHONE);
    }
    await tab.goto(url, { waitUntil: 'load' });
    const painted = await tab.evaluate(
      () =>
        new Promise<number>((resolve) =>
          new PerformanceObserver((list, observer) => {
            for (const { name, startTime } of list.getEntries())
              if (name === 'first-contentful-paint') {
                observer.disconnect();
                resolve(startTime);
              }
          }).observe({ type: 'paint', buffered: true }),
        ),
    );
    await context.close();
    return painted;
  };
  const middle = (all: number[]) => all.sort((x, y) => x - y)[Math.floor(all.length / 2)] ?? 0;
  for (const onPhone of [false, true]) {
    const paints: Record<'own' | 'bare' | 'before', number[]> = { own: [], bare: [], before: [] };
    for (let i = 0; i < 20; i++) {
      paints.own.push(await firstPaint(`${home}/q/tourer`, onPhone));
      paints.bare.push(await firstPaint(`${home}/q/no-such-quiz`, onPhone));
      if (before) paints.before.push(await firstPaint(`${before}/q/tourer`, onPhone));
    }
    console.log(
      `first paint${onPhone ? ' over a phone’s network (100 ms, 1.6 Mbit/s)' : ''}: ${middle(paints.own).toFixed(0)} ms; of a bare page ${middle(paints.bare).toFixed(0)} ms${before ? `; before ${middle(paints.before).toFixed(0)} ms` : ''} (medians of 20)`,
    );
  }
  // One after the other, in turns: the page that is kept, and the same page made for one visitor.
  const took: Record<'kept' | 'made', number[]> = { kept: [], made: [] };
  for (let i = 0; i < 200; i++)
    for (const [which, query] of [
      ['kept', ''],
      ['made', '?utm_source=bench'],
    ] as const) {
      const start = performance.now();
      await (await fetch(`${home}/q/tourer${query}`)).text();
      took[which].push(performance.now() - start);
    }
  const [kept, made] = [middle(took.kept), middle(took.made)];
  console.log(
    `first page, kept whole: ${kept.toFixed(1)} ms; made for one visitor ${made.toFixed(1)} ms (medians of 200): ${(made / kept).toFixed(1)} times`,
  );
  const tab = await browser.newPage({ viewport: { width: 390, height: 844 } });
  const shift = () =>
    tab.evaluate(
      () =>
        new Promise<number>((resolve) => {
          let sum = 0;
          new PerformanceObserver((list) => {
            for (const entry of list.getEntries()) sum += (entry as unknown as { value: number }).value;
          }).observe({ type: 'layout-shift', buffered: true });
          setTimeout(() => resolve(sum), 500);
        }),
    );
  await tab.goto(`${home}/q/tourer`, { waitUntil: 'networkidle' });
  console.log(`layout shift while it loads: ${(await shift()).toFixed(4)} (aim: 0)`);
  await tab.goto(site, { waitUntil: 'networkidle' });
  console.log(`layout shift of the page it is embedded in: ${(await shift()).toFixed(4)} (aim: 0)`);
  const loader = await (await fetch(`${home}/embed.js`)).text();
  console.log(`embed loader: ${kB(gzipSync(loader).length)} compressed (aim: under 3 kB)`);
  await browser.close();
}

void page();
