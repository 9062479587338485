/**
 * Typing in a quiz of 150 questions, while it is still opening and in the middle of it later: how long the longest task after each keystroke
 * keeps the page from answering, against the same in a quiz of one question; and how long it takes to open once the server has answered.
 */
import { chromium, type Page } from '@playwright/test';
import type { Quiz } from '../core/schema/quiz';
import { choice, option, page as quizPage, quiz, strongest } from '../tests/quizzes';

const home = process.env['PUBLIC_URL'] ?? '';
const WORDS = 'Which of these would you rather carry up a long hill? ';

const large = (n: number): Quiz => ({
  ...quiz(
    Array.from({ length: n }, (_, i) =>
      quizPage(`p${i}`, [
        choice(
          `q${i}`,
          ['a tent', 'a stove', 'a book', 'nothing'].map((words, k) =>
            option(`o${k}`, { s: k, [`u${k}`]: 1 }, { text: `${words}, ${i}`, ...(k === i % 4 ? { credit: 1 } : {}) }),
          ),
          { prompt: `Question number ${i + 1}?`, topic: `t${i % 5}` },
        ),
      ]),
    ),
    {
      id: `large-${n}`,
      topics: [0, 1, 2, 3, 4].map((i) => ({ id: `t${i}`, name: `Topic ${i}` })),
      scales: [{ id: 's', name: 'Weight' }],
      verdicts: [strongest('v', ['u0', 'u1', 'u2', 'u3'])],
    },
  ),
});

type Event = {
  name: string;
  ts: number;
  dur?: number;
  tdur?: number;
  pid: number;
  tid: number;
  args?: { data?: { type?: string } };
};
/**
 * For each keystroke, in milliseconds and ascending: the longest task of the page's main thread after it, as the clock on the wall has it and by
 * the processor's time alone, which does not grow while others have the processor; and the time to the next frame.
 */
type Typed = { tasks: number[]; work: number[]; frames: number[] };

async function typed(page: Page, n: number): Promise<Typed> {
  const field = page.getByLabel(`Question ${n}`, { exact: true });
  await field.click();
  await page.keyboard.press('End');
  await page.evaluate(() => {
    const seen: number[] = [];
    Object.assign(window, { seen });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        if (entry.name === 'keydown') seen.push((entry as PerformanceEventTiming).duration);
    }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
  });
  const client = await page.context().newCDPSession(page);
  const trace: Event[] = [];
  client.on('Tracing.dataCollected', ({ value }) => trace.push(...(value as unknown as Event[])));
  await client.send('Tracing.start', {
    categories: 'devtools.timeline,disabled-by-default-devtools.timeline',
    transferMode: 'ReportEvents',
  });
  await page.keyboard.type(WORDS, { delay: 60 });
  await field.blur();
  const complete = new Promise((resolve) => client.once('Tracing.tracingComplete', resolve));
  await client.send('Tracing.end');
  await complete;
  const keys = trace.filter((e) => e.name === 'EventDispatch' && e.args?.data?.type === 'keydown');
  const [first] = keys;
  const tasks = trace.filter((e) => e.name === 'RunTask' && e.pid === first?.pid && e.tid === first.tid);
  const longest = (measure: 'dur' | 'tdur') =>
    keys.map(({ ts }, i) => {
      const until = keys[i + 1]?.ts ?? Infinity;
      // The task that a key is dispatched in began just before it.
      const own = tasks.filter((t) => t.ts + (t.dur ?? 0) > ts && t.ts < until);
      return Math.max(0, ...own.map((t) => (t[measure] ?? 0) / 1000));
    });
  const ascending = (all: number[]) => all.sort((a, b) => a - b);
  const slow = await page.evaluate(() => (window as unknown as { seen: number[] }).seen);
  // What took less than 16 ms is not told.
  const frames = [...Array.from({ length: Math.max(0, WORDS.length - slow.length) }, () => 16), ...slow];
  return { tasks: ascending(longest('dur')), work: ascending(longest('tdur')), frames: ascending(frames) };
}

async function typing(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(home);
  await page.getByRole('button', { name: 'Enter as Wren of Slow Spoke' }).click();
  await page.getByRole('heading', { name: 'Quizzes' }).waitFor();
  for (const n of [1, 150]) {
    const made = await page.request.post(`${home}/api/quizzes/read`, {
      data: { text: JSON.stringify(large(n)), fileName: 'large.json' },
    });
    const { id } = (await made.json()) as { id: string };
    await page.goto(`${home}/quizzes/${id}/write`);
    await page.goto(`${home}/quizzes/${id}/write`, { waitUntil: 'commit' });
    const at = (all: number[], share: number) =>
      (all[Math.min(all.length - 1, Math.floor(all.length * share))] ?? 0).toFixed(0);
    const told = (all: number[]) =>
      `${at(all, 0.5)} ms (median), ${at(all, 0.95)} (one in twenty), ${at(all, 1)} (longest)`;
    const report = async (when: string, question: number) => {
      const { tasks, work, frames } = await typed(page, question);
      console.log(
        `${n} questions, ${when}: longest task after a keystroke, in the trace: ${told(tasks)} (aim: at most 50), by the processor’s time ${told(work)}; to the next frame: ${told(frames)}`,
      );
    };
    await report('as soon as it shows', 1);
    const opened = await page.evaluate(() => {
      const [navigation] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
      const paint = performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0;
      return {
        paint: paint - (navigation?.responseStart ?? 0),
        ready: (navigation?.domComplete ?? 0) - (navigation?.responseStart ?? 0),
      };
    });
    console.log(
      `${n} questions: open ${opened.paint.toFixed(0)} ms after the server's first byte to the first words, ${opened.ready.toFixed(0)} ms to all of it`,
    );
    const middle = Math.ceil(n / 2);
    await page
      .getByRole('button', { name: new RegExp(`^Page ${middle}, `) })
      .first()
      .click();
    await report('in the middle of it', middle);
  }
  await browser.close();
}

void typing();
