/** Visitors that take a quiz over HTTP as fast as they are let, for the benches. */
import { randomBytes } from 'node:crypto';
import { Agent, request } from 'node:http';
import { demoQuiz } from '../tests/quizzes';
import type { Sent } from '../core/flow/run';
import { rehearsedRun } from '../core/rehearsal/sampled';

export const CONNECTIONS = 16;
const home = process.env['PUBLIC_URL'] ?? '';
export const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });

export function post(path: string, body: unknown, at = home): Promise<number> {
  const text = JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const sent = request(
      at + path,
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

export type Pass = { token: string; seq: number; script: Sent[]; at: string };
/** @param at where the process, or what stands before several, is asked */
export async function openPass(number: number, at = home): Promise<Pass> {
  const token = randomBytes(24).toString('base64url');
  const status = await post('/runs/open', { address: 'tourer', token, params: {}, source: 'bench' }, at);
  if (status !== 200) throw new Error(`Opening a run: ${status}`);
  return { token, seq: 0, script: scripts[number % scripts.length] ?? [], at };
}

/** Everybody has an address of their own: one person's runs wait for one another. */
const leftBy = (token: string) => ({
  contact: { fields: { name: 'Ida', email: `${token.toLowerCase()}@example.com` }, consent: 1 },
});

/** What comes next in a pass, as it is sent. @param writes whether an address is left where one is asked for, so that a letter goes out */
export function stepOf(pass: Pass, writes: boolean): { address: string; token: string; seq: number; sent: Sent } {
  const next = pass.script[pass.seq];
  if (!next) throw new Error('This pass is at its end');
  pass.seq += 1;
  const sent = writes && next.do === 'go' && next.contact ? { ...next, contact: leftBy(pass.token) } : next;
  return { address: 'tourer', token: pass.token, seq: pass.seq, sent };
}

/** Sends that. @returns the status */
export const sendNext = (pass: Pass, writes = false): Promise<number> =>
  post('/runs/step', stepOf(pass, writes), pass.at);
