/**
 * What it costs to open Write: script as it comes over the wire, until the page has loaded and in all, and for how long tasks of more than 50 ms
 * hold the page's thread beyond these; against the list of quizzes, which has the same frame and no manuscript.
 */
import { type Browser, chromium } from '@playwright/test';

const home = process.env['PUBLIC_URL'] ?? '';
const TIMES = 7;

/** Bytes and milliseconds. */
type Opened = { loaded: number; inAll: number; blocked: number };

/** Opens a page in a browser that knows nothing yet but who is there. */
async function opened(browser: Browser, state: string, path: string): Promise<Opened> {
  const context = await browser.newContext({ storageState: JSON.parse(state), viewport: { width: 1280, height: 800 } });
  const tab = await context.newPage();
  await tab.addInitScript(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
      type: 'longtask',
      buffered: true,
    });
  });
  const client = await context.newCDPSession(tab);
  await client.send('Network.enable');
  const scripts = new Map<string, number>();
  client.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && scripts.set(requestId, 0));
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) scripts.set(requestId, encodedDataLength);
  });
  const bytes = () => [...scripts.values()].reduce((x, y) => x + y, 0);
  await tab.goto(home + path);
  const loaded = bytes();
  await tab.waitForLoadState('networkidle');
  const tasks = await tab.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  await context.close();
  return { loaded, inAll: bytes(), blocked: tasks.reduce((sum, task) => sum + task - 50, 0) };
}

const middle = (all: number[]) => all.sort((x, y) => x - y)[Math.floor(all.length / 2)] ?? 0;

async function main(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const first = await browser.newContext();
  const door = await first.newPage();
  await door.goto(home);
  await door.getByRole('button', { name: 'Enter as Wren of Slow Spoke' }).click();
  await door.waitForURL('**/quizzes');
  const state = JSON.stringify(await first.storageState());
  for (const [what, path] of [
    ['the list', '/quizzes'],
    ['Write', '/quizzes/tourer/write'],
  ] as const) {
    const all: Opened[] = [];
    for (let i = 0; i < TIMES; i++) all.push(await opened(browser, state, path));
    const of = (key: keyof Opened) => middle(all.map((one) => one[key])).toFixed(0);
    const kB = (key: keyof Opened) => (Number(of(key)) / 1000).toFixed(0);
    console.log(
      `${what}: ${kB('loaded')} kB of script until it has loaded, ${kB('inAll')} kB in all; blocked for ${of('blocked')} ms (medians of ${TIMES})`,
    );
  }
  await browser.close();
}

void main();
