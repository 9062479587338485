/**
 * Answers taken per second through HTTP, each of them ending in the database, as a share of what an empty route handler of the framework takes in
 * the same process, and of what the process answers by itself without doing anything (answers go past the framework, too). All at 16 connections, by the same client on the same machine, in many short turns: a machine that others use as well may be three
 * times as fast a few seconds later, and then rounds of several seconds compare the machine with itself.
 */
import { agent, CONNECTIONS, openPass, type Pass, post, sendNext } from './visitors';

const WARM_UP = 5;
const TURNS = 30;
const SECONDS = 0.7;

type Rate = { done: number; seconds: number };

/** How often `once` is done in the time, by all connections together. */
async function turn(once: (connection: number) => Promise<number>): Promise<Rate> {
  const start = performance.now();
  let done = 0;
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async (_, connection) => {
      while (performance.now() - start < SECONDS * 1000) {
        const status = await once(connection);
        if (status !== 200) throw new Error(`The server answered ${status}`);
        done += 1;
      }
    }),
  );
  return { done, seconds: (performance.now() - start) / 1000 };
}

const perSecond = (rates: Rate[]) => rates.reduce((n, r) => n + r.done, 0) / rates.reduce((s, r) => s + r.seconds, 0);

async function answers(): Promise<void> {
  const empty: Rate[] = [];
  const bare: Rate[] = [];
  const taken: Rate[] = [];
  const passes: Pass[] = [];
  const held: (Pass | undefined)[] = [];
  for (let n = -WARM_UP; n < TURNS; n++) {
    const nothing = await turn(() => post('/api/health', {}));
    // Runs are opened before the clock starts, so that only answers are counted; more than can be used up in the time.
    while (passes.reduce((sum, { script }) => sum + script.length, 0) < nothing.done * 1.5)
      passes.push(...(await Promise.all(Array.from({ length: CONNECTIONS }, (_, i) => openPass(passes.length + i)))));
    const something = await turn((connection) => {
      let pass = held[connection];
      if (!pass || pass.seq >= pass.script.length) {
        pass = passes.pop();
        if (!pass) throw new Error('Ran out of opened runs');
        held[connection] = pass;
      }
      return sendNext(pass);
    });
    const live = await turn(() => post('/api/health/live', {}));
    // The first turns warm up the server and are not counted.
    if (n < 0) continue;
    empty.push(nothing);
    bare.push(live);
    taken.push(something);
  }
  const shares = taken
    .map((t, i) => perSecond([t]) / perSecond([empty[i] ?? t]))
    .sort((a, b) => a - b)
    .map((share) => share.toFixed(2));
  console.log(
    `${TURNS} turns of ${SECONDS} s: empty handler ${perSecond(empty).toFixed(0)}/s, answers ${perSecond(taken).toFixed(0)}/s, an answer without anything ${perSecond(bare).toFixed(0)}/s; ` +
      `share by turn: lowest quarter ${shares[Math.floor(TURNS / 4)]}, median ${shares[TURNS / 2]}, highest quarter ${shares[Math.floor((TURNS * 3) / 4)]}`,
  );
  console.log(
    `answers as a share of an empty handler: ${(perSecond(taken) / perSecond(empty)).toFixed(3)} over all turns (aim: at least 0.7)`,
  );
  agent.destroy();
}

void answers();
