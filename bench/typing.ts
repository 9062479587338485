/**
 * Typing in a quiz of 150 questions: how long the longest task after each keystroke keeps the page from answering, against the same in a quiz
 * of one question; and how long it takes to open once the server has answered.
 */
import { chromium, type Page } from '@playwright/test';
import type { Quiz } from '../core/quiz/schema';
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

/** Keystrokes by how long the page was busy with each, from the key to the next frame. Milliseconds, ascending. */
async function typed(page: Page, n: number): Promise<number[]> {
  const field = page.getByLabel(`Question ${n}`, { exact: true });
  await page
    .getByRole('button', { name: new RegExp(`^Page ${n}, `) })
    .first()
    .click();
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
  await page.keyboard.type(WORDS, { delay: 60 });
  await field.blur();
  const slow = await page.evaluate(() => (window as unknown as { seen: number[] }).seen);
  // What took less than 16 ms is not told.
  return [...Array.from({ length: WORDS.length - slow.length }, () => 16), ...slow].sort((a, b) => a - b);
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
    await page.goto(`${home}/quizzes/${id}/write`);
    await page.getByLabel('Question 1', { exact: true }).waitFor();
    const opened = await page.evaluate(() => {
      const [navigation] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
      const paint = performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0;
      return {
        paint: paint - (navigation?.responseStart ?? 0),
        ready: (navigation?.domComplete ?? 0) - (navigation?.responseStart ?? 0),
      };
    });
    const times = await typed(page, Math.ceil(n / 2));
    const at = (share: number) => times[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0;
    console.log(
      `${n} questions: open ${opened.paint.toFixed(0)} ms after the server's first byte to the first words, ${opened.ready.toFixed(0)} ms to all of it; ` +
        `a keystroke takes ${at(0.5)} ms (median), ${at(0.95)} ms (one in twenty), ${at(1)} ms (longest; aim: 50)`,
    );
  }
  await browser.close();
}

void typing();
