/**
 * The newest migrations on a copy with many runs: how long they take, and how long a visitor's answer had to wait meanwhile. `RUNS` (1,000,000),
 * `LAST` (3) migrations. They are given half a second for each that a visitor waits at most: who needs longer is to be written otherwise.
 */
import assert from 'node:assert/strict';
import { cpSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { Client } from 'pg';
import { migrateDatabase } from '../../db/migrate';
import { forgetCluster, startCluster } from '../../scripts/lib/cluster.mjs';
import { endAll } from '../../scripts/lib/run.mjs';
import { asked, folder, pause, prepare, setUp } from './world';

const RUNS = Number(process.env['RUNS'] ?? 1_000_000);
const LAST = Number(process.env['LAST'] ?? 3);
/** Milliseconds. A visitor's browser waits so long without a word. */
const LONGEST_WAIT = 2_000;
const PORTION = 50_000;

type Journal = { entries: { idx: number; when: number; tag: string }[] };
/** The migrations without the newest. */
function earlier(): string {
  const to = join(folder('upgrade'), 'migrations');
  cpSync('db/migrations', to, { recursive: true });
  const file = join(to, 'meta/_journal.json');
  const journal = JSON.parse(readFileSync(file, 'utf8')) as Journal;
  const entries = journal.entries.slice(0, -LAST);
  writeFileSync(file, JSON.stringify({ ...journal, entries }));
  for (const name of readdirSync(to))
    if (name.endsWith('.sql') && !entries.some(({ tag }) => name === `${tag}.sql`)) rmSync(join(to, name));
  return to;
}

let url = '';
before(async () => {
  await forgetCluster('drill-upgrade');
  // What is written beforehand is nothing that could be lost.
  ({ url } = await startCluster('drill-upgrade', ['fsync=off', 'max_wal_size=8GB']));
  setUp(url);
  await migrateDatabase(url, undefined, earlier());
  await asked(url, "insert into workspaces (workspace_id, name) values ('w', 'Slow Spoke')");
  await asked(
    url,
    `insert into quizzes (workspace_id, quiz_id, draft, title, description, known, hand_overs, address)
     values ('w', 'q', '{}', 'Q', '', '[]', '[]', 'q')`,
  );
  await asked(url, "insert into editions (workspace_id, quiz_id, edition, document) values ('w', 'q', 1, '{}')").catch(
    () => [],
  );
  for (let from = 1; from <= RUNS; from += PORTION) {
    const to = Math.min(RUNS, from + PORTION - 1);
    await asked(
      url,
      `insert into runs (workspace_id, run_id, quiz_id, edition, token_hash, seed, known, seen_at, last_at, seq, counted_seq)
       select 'w', 'r-' || i, 'q', 1, 't' || i, i, '{}', now() - i * interval '1 second', now() - i * interval '1 second', 1, 1
       from generate_series($1::int, $2::int) i`,
      [from, to],
    );
    await asked(
      url,
      `insert into run_events (workspace_id, run_id, seq, sent)
       select 'w', 'r-' || i, 1, '{"do":"go","page":"p1","answers":{"q1":["a"]}}' from generate_series($1::int, $2::int) i`,
      [from, to],
    );
    await asked(
      url,
      `insert into letters (workspace_id, letter_id, quiz_id, message_id, recipient, subject, sheet, written_at)
       select 'w', 'l-' || i, 'q', 'm', 'a@example.com', 'S', '{}', now() from generate_series($1::int, $2::int) i where i % 2 = 0`,
      [from, to],
    );
    await asked(
      url,
      `insert into deliveries (workspace_id, letter_id, quiz_id, state)
       select 'w', 'l-' || i, 'q', 'delivered' from generate_series($1::int, $2::int) i where i % 2 = 0`,
      [from, to],
    );
  }
});
after(async () => {
  await endAll();
  await forgetCluster('drill-upgrade');
});

test(`the newest ${LAST} migrations on ${RUNS.toLocaleString('en')} runs`, async (t) => {
  let over = false;
  const waits: number[] = [];
  // A process of the version before, whose statements the new tables have to bear.
  const visitor = (async () => {
    const client = new Client({ connectionString: url });
    await client.connect();
    for (let n = 1; !over; n++) {
      const begun = performance.now();
      await client.query("update runs set seq = 2, last_at = now() where workspace_id = 'w' and run_id = $1", [
        `r-${n}`,
      ]);
      await client.query(
        `insert into run_events (workspace_id, run_id, seq, sent) values ('w', $1, 2, '{"do":"back","page":"p2"}')`,
        [`r-${n}`],
      );
      await client.query("update deliveries set tries = tries + 1 where workspace_id = 'w' and letter_id = $1", [
        `l-${2 * n}`,
      ]);
      waits.push(performance.now() - begun);
      await pause(5);
    }
    await client.end();
  })();
  await pause(500);
  const begun = performance.now();
  await prepare(url);
  const took = performance.now() - begun;
  over = true;
  await visitor;
  const longest = Math.max(...waits);
  t.diagnostic(
    `${Math.round(took)} ms; the longest that an answer waited: ${Math.round(longest)} ms of ${waits.length}`,
  );
  assert.ok(waits.length > 20);
  assert.ok(longest < LONGEST_WAIT, `${longest} ms`);
});
