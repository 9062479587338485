/**
 * Answers taken per second through HTTP, each of them ending in the database, as a share of what an empty route handler of the same server
 * takes. Both in turns, at 16 connections, by the same client on the same machine.
 */
import { agent, CONNECTIONS, openPass, type Pass, post, sendNext } from './visitors';

const ROUNDS = 3;
const SECONDS = 5;

/** How often `once` is done in the time, by all connections together. @returns times per second */
async function rate(once: (connection: number) => Promise<number>): Promise<number> {
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
  return (done / (performance.now() - start)) * 1000;
}

async function answers(): Promise<void> {
  const shares: number[] = [];
  await post('/api/health', {});
  for (let round = 0; round <= ROUNDS; round++) {
    const empty = await rate(() => post('/api/health', {}));
    // Runs are opened before the clock starts, so that only answers are counted; more than can be used up in the time.
    const passes: Pass[] = [];
    const needed = Math.ceil((empty * SECONDS) / 9);
    while (passes.length < needed)
      passes.push(...(await Promise.all(Array.from({ length: CONNECTIONS }, (_, i) => openPass(passes.length + i)))));
    const held = passes.splice(0, CONNECTIONS);
    const taken = await rate((connection) => {
      let pass = held[connection];
      if (!pass || pass.seq >= pass.script.length) {
        pass = passes.pop();
        if (!pass) throw new Error('Ran out of opened runs');
        held[connection] = pass;
      }
      return sendNext(pass);
    });
    // The first round warms up the server and is not counted.
    if (round === 0) continue;
    shares.push(taken / empty);
    console.log(
      `round ${round}: empty handler ${empty.toFixed(0)}/s, answers ${taken.toFixed(0)}/s, share ${(taken / empty).toFixed(2)}`,
    );
  }
  shares.sort((a, b) => a - b);
  console.log(
    `answers as a share of an empty handler: median ${shares[Math.floor(shares.length / 2)]?.toFixed(2)} of ${ROUNDS} rounds (aim: at least 0.6)`,
  );
  agent.destroy();
}

void answers();
