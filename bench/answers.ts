/**
 * Answers taken per second through HTTP, each of them ending in the database, as a share of what an empty route handler of the same server
 * takes. Both in turns, at 16 connections, by the same client on the same machine.
 */
import { randomBytes } from 'node:crypto';
import { Agent, request } from 'node:http';
import { demoQuiz } from '../tests/quizzes';
import type { Sent } from '../core/run/run';
import { rehearsedRun } from '../core/rehearse/sampled';

const CONNECTIONS = 16;
const ROUNDS = 3;
const SECONDS = 5;
const home = process.env['PUBLIC_URL'] ?? '';
const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });

function post(path: string, body: unknown): Promise<number> {
  const text = JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const sent = request(
      home + path,
      {
        method: 'POST',
        agent,
        headers: { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) },
      },
      (response) => {
        response.resume();
        response.on('end', () => resolve(response.statusCode ?? 0));
      },
    );
    sent.on('error', reject);
    sent.end(text);
  });
}

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

const quiz = demoQuiz('tourer');
const scripts = Array.from({ length: 40 }, (_, seed): Sent[] => {
  const run = rehearsedRun(quiz, seed);
  return run.way.slice(0, -1).map(({ page, shown }) => ({
    do: 'go',
    page,
    answers: Object.fromEntries(shown.flatMap((id) => (run.answers[id] ? [[id, run.answers[id]]] : []))),
    // The contact page is skipped: mail is another bench's matter.
    ...(shown.includes('contact') ? { contact: { contact: { skipped: true as const } } } : {}),
  }));
});

type Pass = { token: string; seq: number; script: Sent[] };
async function openPass(number: number): Promise<Pass> {
  const token = randomBytes(24).toString('base64url');
  const status = await post('/q/tourer/open', { token, params: {}, source: 'bench' });
  if (status !== 200) throw new Error(`Opening a run: ${status}`);
  return { token, seq: 0, script: scripts[number % scripts.length] ?? [] };
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
      const sent = pass.script[pass.seq];
      pass.seq += 1;
      return post('/q/tourer/step', { token: pass.token, seq: pass.seq, sent });
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
    `answers as a share of an empty handler: median ${shares[Math.floor(shares.length / 2)]?.toFixed(2)} of ${ROUNDS} rounds (aim: at least 0.5)`,
  );
  agent.destroy();
}

void answers();
