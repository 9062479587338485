/**
 * How long answers take under a steady half load: as many as half of what the server takes at most, at moments that do not wait for answers (as
 * visitors come), while figures are counted, letters go out and somebody has Findings open. `BENCH_MINUTES` (10).
 */
import { randomOf } from '../core/values/random';
import { settled } from './in-database';
import { agent, CONNECTIONS, openPass, type Pass, sendNext } from './visitors';

const MINUTES = Number(process.env['BENCH_MINUTES'] ?? 10);
const home = process.env['PUBLIC_URL'] ?? '';
const random = randomOf(5, 'steady');

/** Visitors who are on their way at any moment, each somewhere else. */
const ON_THE_WAY = 300;

/** What the server takes at most of the same: openings, answers, and letters where an address is left. A second. */
async function most(): Promise<number> {
  const until = performance.now() + 10_000;
  let done = 0;
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async (_, n) => {
      for (; performance.now() < until; done += 1) {
        const pass = await openPass(n);
        for (; pass.seq < pass.script.length && performance.now() < until; done += 1) await sendNext(pass, true);
      }
    }),
  );
  return done / 10;
}

/** Somebody signed in who looks at Findings again and again. */
async function reader(isOver: () => boolean): Promise<number> {
  const signedIn = await fetch(`${home}/api/demo`, { method: 'POST', headers: { origin: home } });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
  const list = (await (await fetch(`${home}/api/quizzes`, { headers: { cookie } })).json()) as {
    quizzes: { id: string; address: string }[];
  };
  const quiz = list.quizzes.find(({ address }) => address === 'tourer')?.id ?? list.quizzes[0]?.id;
  let looks = 0;
  while (!isOver()) {
    const response = await fetch(`${home}/api/quizzes/${quiz}/findings`, { headers: { cookie } });
    if (!response.ok) throw new Error(`Findings answered ${response.status}`);
    await response.text();
    looks += 1;
    await new Promise((resume) => setTimeout(resume, 2_000));
  }
  return looks;
}

/** Visitors as they are met at some moment: each has come as far as chance would have it. */
async function onTheWay(): Promise<Pass[]> {
  return Promise.all(
    Array.from({ length: ON_THE_WAY }, async (_, n) => {
      const pass = await openPass(n);
      for (let steps = Math.floor(random() * pass.script.length); steps > 0; steps--) await sendNext(pass);
      return pass;
    }),
  );
}

async function steady(): Promise<void> {
  const half = (await most()) / 2;
  const times: number[] = [];
  const passes = await onTheWay();
  // What that left behind is no part of a steady load.
  await settled();
  let [failed, asked, over, busy] = [0, 0, false, 0];
  const looks = reader(() => over);
  const begun = performance.now();
  const pending = new Set<Promise<void>>();
  for (let n = 0; performance.now() - begun < MINUTES * 60_000; n++) {
    const due = begun + (n * 1000) / half;
    const wait = due - performance.now();
    if (wait > 1) await new Promise((resume) => setTimeout(resume, wait));
    // Whoever comes to the end makes room for somebody new. Openings are load too, and are not timed.
    const [pass] = passes.length + busy < ON_THE_WAY ? [] : passes.splice(Math.floor(random() * passes.length), 1);
    busy += 1;
    const work = pass
      ? (async () => {
          const status = await sendNext(pass, true);
          // From the moment when it should have been sent: a server that stands still is not let off what waits meanwhile.
          times.push(performance.now() - due);
          if (status !== 200) failed += 1;
          if (pass.seq < pass.script.length) passes.push(pass);
        })()
      : openPass(n).then((one) => void passes.push(one));
    asked += 1;
    const done = work.finally(() => {
      busy -= 1;
      pending.delete(done);
    });
    pending.add(done);
  }
  await Promise.all(pending);
  over = true;
  times.sort((a, b) => a - b);
  const at = (share: number) => times[Math.floor(times.length * share)] ?? 0;
  console.log(
    `${MINUTES} minutes at ${half.toFixed(0)} things/s (half of the most): ${asked} asked, ${times.length} answers timed, ${failed} failed, Findings read ${await looks} times`,
  );
  console.log(
    `p50 ${at(0.5).toFixed(1)} ms, p95 ${at(0.95).toFixed(1)} ms, p99 ${at(0.99).toFixed(1)} ms, slowest ${(times.at(-1) ?? 0).toFixed(0)} ms; p99 is ${(at(0.99) / at(0.5)).toFixed(1)} × p50 (aim: at most 5)`,
  );
  agent.destroy();
}

void steady();
