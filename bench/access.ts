/**
 * First pages per second of a quiz with rules of access (open for a time, for so many runs, once each by device) as a share of those of the same
 * quiz without any. Both are kept whole; in turns, by the same client in the same run, for the reason that bench/answers.ts gives.
 */
import { get } from 'node:http';
import { importQuiz } from '../server/editing/quizzes';
import { closeDatabase, database } from '../server/platform/database';
import { stopJobs } from '../server/platform/jobs';
import { setAccess } from '../server/publishing/access';
import { publishQuiz } from '../server/publishing/publish-quiz';
import { membershipOf } from '../db/queries/members';
import { user } from '../db/schema';
import { demoQuiz } from '../tests/quizzes';
import { agent, CONNECTIONS } from './visitors';

const WARM_UP = 3;
const TURNS = 40;
const SECONDS = 0.5;
const home = process.env['PUBLIC_URL'] ?? '';

const page = (address: string): Promise<void> =>
  new Promise((resolve, reject) => {
    get(`${home}/q/${address}`, { agent }, (response) => {
      response.resume();
      response.on('end', () =>
        response.statusCode === 200 ? resolve() : reject(new Error(`The server answered ${response.statusCode}`)),
      );
    }).on('error', reject);
  });

/** Pages per second. */
async function turn(address: string): Promise<number> {
  const start = performance.now();
  let done = 0;
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async () => {
      while (performance.now() - start < SECONDS * 1000) {
        await page(address);
        done += 1;
      }
    }),
  );
  return (done / (performance.now() - start)) * 1000;
}

async function bench(): Promise<void> {
  const [wren] = await database().select({ id: user.id }).from(user).limit(1);
  const member = wren && (await membershipOf(database(), wren.id));
  if (!member) throw new Error('There is no demo.');
  for (const id of ['open', 'ruled']) {
    await importQuiz(member, { ...demoQuiz('tourer'), id }, id);
    await publishQuiz(member, id, 0, { isSure: true });
  }
  await setAccess(member, 'ruled', { from: '2020-01-01T00:00', until: '2099-01-01T00:00', most: 1_000_000, times: 1 });
  await stopJobs();
  await closeDatabase();
  const sums = { open: 0, ruled: 0 };
  const shares: number[] = [];
  for (let n = -WARM_UP; n < TURNS; n++) {
    const open = await turn('open');
    const ruled = await turn('ruled');
    if (n < 0) continue;
    sums.open += open / TURNS;
    sums.ruled += ruled / TURNS;
    shares.push(ruled / open);
  }
  shares.sort((a, b) => a - b);
  const quarter = (q: number) => (shares[Math.floor((TURNS * q) / 4)] ?? 0).toFixed(2);
  console.log(
    `${TURNS} turns of ${SECONDS} s: first pages without rules ${sums.open.toFixed(0)}/s, with rules ${sums.ruled.toFixed(0)}/s; ` +
      `share by turn: lowest quarter ${quarter(1)}, median ${quarter(2)}, highest quarter ${quarter(3)}`,
  );
  console.log(
    `with rules as a share of without: ${(sums.ruled / sums.open).toFixed(3)} over all turns (aim: at least 0.95)`,
  );
  agent.destroy();
}

void bench();
