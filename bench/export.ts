/**
 * `npm run bench -- export`: all runs of a quiz taken out in each form, of ten thousand, a hundred thousand and a million of them: how long a
 * thousand take, and how much memory the process holds at most meanwhile, beside what it holds before. Runs are put into the database in bulk.
 * `BENCH_FORM=spreadsheet` is of one form alone.
 */
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { sql } from 'drizzle-orm';
import { closeDatabase, database } from '../server/platform/database';
import { runsAsCsv, runsAsLines, runsAsSheet, runsAsStatements } from '../server/results/runs-table';
import { type Published, published } from '../tests/server/world';

const SIZES = [10_000, 100_000, Number(process.env['BENCH_RUNS'] ?? 1_000_000)];
const PORTION = 50_000;

/** Runs of the small quiz: two answers, a form that is skipped, and the result. */
async function fill({ member: { workspaceId }, quizId }: Published, n: number): Promise<void> {
  for (let from = 0; from < n; from += PORTION) {
    const upTo = Math.min(n, from + PORTION) - 1;
    await database().execute(sql`
      insert into runs (workspace_id, run_id, quiz_id, edition, token_hash, seed, known, source, seen_at, last_at, finished_at, seq, counted_seq)
      select ${workspaceId}, ${quizId} || i, ${quizId}, 1, ${quizId} || i, i, '{}'::jsonb, 'letter',
        now() - i * interval '1 second', now() - i * interval '1 second', now() - i * interval '1 second', 3, 3
      from generate_series(${from}::int, ${upTo}::int) i`);
    await database().execute(sql`
      insert into run_events (workspace_id, run_id, seq, at, sent)
      select ${workspaceId}, ${quizId} || i, seq, now() - i * interval '1 second', case seq
        when 1 then jsonb_build_object('do', 'go', 'page', 'p1', 'answers', jsonb_build_object('q1', jsonb_build_array(case when i % 2 = 0 then 'a' else 'b' end)))
        when 2 then jsonb_build_object('do', 'go', 'page', 'p2', 'answers', jsonb_build_object('q2', jsonb_build_array(case when i % 3 = 0 then 'a' else 'b' end)))
        else '{"do": "go", "page": "p3", "contact": {"c": {"skipped": true}}}'::jsonb end
      from generate_series(${from}::int, ${upTo}::int) i, generate_series(1, 3) seq`);
  }
  await database().execute(sql`analyze runs, run_events`);
}

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

const held = () => {
  const { heapUsed, external, arrayBuffers } = process.memoryUsage();
  return (heapUsed + external + arrayBuffers) / 1e6;
};

/** Reads it to its end, as fast as it comes. */
async function drain(all: AsyncIterable<unknown>): Promise<{ bytes: number; most: number }> {
  let [bytes, most, next] = [0, 0, 0];
  for await (const part of all) {
    bytes += Buffer.byteLength(part as string | Buffer);
    // What could be let go of is no memory that it needs.
    if (performance.now() > next) {
      collect();
      most = Math.max(most, held());
      next = performance.now() + 500;
    }
  }
  return { bytes, most };
}

async function main(): Promise<void> {
  console.log('runs | form | of a thousand | bytes | most held, beside what was before');
  for (const n of SIZES) {
    const at = await published();
    await fill(at, n);
    const until = new Date(Date.now() + 60_000);
    const forms = {
      CSV: () => runsAsCsv(at.member, at.quizId, [], until),
      'JSON lines': () => runsAsLines(at.member, at.quizId, [], until),
      'xAPI statements': () => runsAsStatements(at.member, at.quizId, [], until),
      spreadsheet: () => runsAsSheet(at.member, at.quizId, [], until),
    };
    for (const [name, form] of Object.entries(forms)) {
      if (!name.includes(process.env['BENCH_FORM'] ?? '')) continue;
      collect();
      const before = held();
      const begun = performance.now();
      const made = await form();
      const { bytes, most } = await drain(made);
      const of = (performance.now() - begun) / (n / 1_000);
      console.log(
        [
          n.toLocaleString('en'),
          name,
          `${of.toFixed(0)} ms`,
          `${(bytes / 1e6).toFixed(0)} MB`,
          `${(most - before).toFixed(0)} MB of ${before.toFixed(0)}`,
        ].join(' | '),
      );
    }
  }
}

void main().finally(closeDatabase);
