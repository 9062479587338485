/**
 * What lists cost when there is much: 500 quizzes, a million runs, 650,000 letters, each beside a thousand, and beside the way it was asked
 * for before. Old statements stand here as they were; what an index does is told by taking it away in a transaction that is rolled back.
 */
import { sql } from 'drizzle-orm';
import { checkQuiz } from '../core/findings/check';
import type { Quiz } from '../core/schema/quiz';
import { openDatabase } from '../db/client';
import { runsInOrder, startedRuns } from '../db/queries/runs';
import { quizzesToCount, uncountedRuns } from '../db/queries/uncounted';
import { checkInBackground, listQuizzes, otherQuizzes } from '../server/editing/quizzes';
import { closePool } from '../server/platform/background/pool';
import { closeDatabase, database } from '../server/platform/database';
import { listPeople } from '../server/results/findings';
import { trayOf } from '../server/letters/mail';
import { demoQuiz } from '../tests/quizzes';
import { published, somebody } from '../tests/server/world';
import { newId } from '../server/platform/ids';

const RUNS = Number(process.env['BENCH_RUNS'] ?? 1_000_000);
const QUIZZES = Number(process.env['BENCH_QUIZZES'] ?? 500);
const PORTION = 20_000;
const LETTERS = Number(process.env['BENCH_LETTERS'] ?? 650_000);

async function median(work: () => Promise<unknown>, times = 5): Promise<number> {
  const all: number[] = [];
  for (let i = 0; i < times; i++) {
    const begun = performance.now();
    await work();
    all.push(performance.now() - begun);
  }
  return all.sort((a, b) => a - b)[Math.floor(times / 2)] ?? 0;
}
const ms = (n: number) => `${n < 10 ? n.toFixed(2) : Math.round(n)} ms`;
const told: [string, string, string][] = [];
const tell = (what: string, now: number, before?: number) =>
  told.push([what, ms(now), before === undefined ? '' : ms(before)]);

/** Fills within the time that a statement has. */
async function inPortions(n: number, fill: (from: number, to: number) => Promise<void>): Promise<void> {
  for (let from = 1; from <= n; from += PORTION) await fill(from, Math.min(n, from + PORTION - 1));
}

/** Runs without their visitors: opened, one page answered, counted. */
async function manyRuns(workspaceId: string, quizId: string, n: number): Promise<void> {
  await inPortions(n, async (from, to) => {
    await database().execute(sql`
    insert into runs (workspace_id, run_id, quiz_id, edition, token_hash, seed, known, seen_at, last_at, seq, counted_seq)
    select ${workspaceId}, 'r-' || ${quizId} || i, ${quizId}, 1, ${quizId} || i, i, '{}'::jsonb,
      now() - i * interval '1 second', now() - i * interval '1 second', 1, 1
    from generate_series(${from}::int, ${to}::int) i`);
    await database().execute(sql`
    insert into run_events (workspace_id, run_id, seq, sent)
    select workspace_id, run_id, 1, '{"do":"go","page":"p1","answers":{"q1":["a"]}}'::jsonb
    from runs where workspace_id = ${workspaceId} and quiz_id = ${quizId} and seed between ${from} and ${to}`);
  });
}

/** Without an index, for as long as it is measured. */
async function without(index: string, work: (tx: Parameters<typeof uncountedRuns>[0]) => Promise<void>): Promise<void> {
  await database()
    .transaction(async (tx) => {
      await tx.execute(sql.raw(`drop index ${index}`));
      await work(tx);
      tx.rollback();
    })
    .catch((error: unknown) => {
      if (!(error instanceof Error && error.message.includes('Rollback'))) throw error;
    });
}

async function main(): Promise<void> {
  const { pool } = openDatabase(process.env['DATABASE_URL'] ?? '', { max: 1, patient: true });
  const [small, large] = [await published(), await published()];
  for (const [at, n] of [
    [small, 1_000],
    [large, RUNS],
  ] as const) {
    await manyRuns(at.member.workspaceId, at.quizId, n);
    await database().$client.query('analyze runs');
    const { workspaceId } = at.member;
    const name = n.toLocaleString('en');
    const uncounted = (tx: Parameters<typeof uncountedRuns>[0]) => uncountedRuns(tx, workspaceId, at.quizId, 500);
    const now = await median(() => database().transaction((tx) => uncounted(tx)));
    let before = 0;
    await without('runs_uncounted', async (tx) => {
      before = await median(() => uncounted(tx), 3);
    });
    tell(`runs to count, none of ${name}`, now, before);
    tell(`quizzes to count, ${name} runs`, await median(() => quizzesToCount(database(), workspaceId)));
    const first = await startedRuns(database(), workspaceId, at.quizId, { most: 51 });
    const [middle] = await runsInOrder(database(), workspaceId, at.quizId, {
      most: 1,
      until: new Date(Date.now() - (n / 2) * 1000),
    });
    const cursor = middle ?? first[0];
    tell(`people, first page of ${name}`, await median(() => listPeople(at.member, at.quizId)));
    if (cursor) {
      const old = () =>
        database()
          .execute(sql`select run_id from runs where workspace_id = ${workspaceId} and quiz_id = ${at.quizId} and seq > 0
          and (last_at < ${cursor.lastAt.toISOString()}::timestamptz or (last_at = ${cursor.lastAt.toISOString()}::timestamptz and run_id < ${cursor.runId}))
          order by last_at desc, run_id desc limit 51`);
      const next = () => startedRuns(database(), workspaceId, at.quizId, { most: 51, before: cursor });
      tell(`people, a page in the middle of ${name}`, await median(next), await median(old));
    }
  }

  const { member, quizId } = small;
  for (const n of [1_000, LETTERS]) {
    await inPortions(n, async (from, to) => {
      await database().execute(sql`
      insert into letters (workspace_id, letter_id, quiz_id, message_id, recipient, subject, body, written_at)
      select ${member.workspaceId}, 'l-' || ${n}::int || '-' || i, ${quizId}, 'm', 'a@example.com', 'S', '{"type":"doc","content":[]}'::jsonb, now() - i * interval '1 second'
      from generate_series(${from}::int, ${to}::int) i`);
      await database().execute(sql`
      insert into deliveries (workspace_id, letter_id, quiz_id, state, written_at)
      select workspace_id, letter_id, quiz_id, case when random() < 0.001 then 'failed' else 'delivered' end, written_at from letters
      where workspace_id = ${member.workspaceId} and not exists (select from deliveries d where d.letter_id = letters.letter_id) on conflict do nothing`);
    });
    await database().$client.query('vacuum analyze deliveries');
    const old = () =>
      database().execute(sql`select l.letter_id from letters l join deliveries d using (workspace_id, letter_id)
        where l.workspace_id = ${member.workspaceId} and l.quiz_id = ${quizId}
        order by d.state = 'delivered', l.written_at desc, l.letter_id limit 60`);
    tell(
      `the tray, ${n.toLocaleString('en')} letters`,
      await median(() => trayOf(member, quizId)),
      await median(old, 3),
    );
  }

  const owner = await somebody('Otto');
  const draft = JSON.stringify(demoQuiz('tourer'));
  for (let i = 0; i < QUIZZES; i++) {
    const id = newId('quiz', 8);
    const text = draft.replace('"id":"tourer"', `"id":"${id}"`);
    await pool.query(
      `insert into quizzes (workspace_id, quiz_id, draft, title, description, known, hand_overs, address) values ($1, $2, $3, 'Q', '', '[]', '[]', $2)`,
      [owner.workspaceId, id, text],
    );
  }
  const whole = async () => {
    const { rows } = await pool.query<{ draft: Quiz }>('select * from quizzes where workspace_id = $1', [
      owner.workspaceId,
    ]);
    for (const row of rows) checkQuiz(row.draft);
  };
  const before = await median(whole, 1);
  const cold = await median(() => listQuizzes(owner), 1);
  await checkInBackground(owner.workspaceId);
  tell(`the list, ${QUIZZES} quizzes, nothing checked yet`, cold, before);
  tell(`the list, ${QUIZZES} quizzes`, await median(() => listQuizzes(owner)), before);
  const drafts = () => pool.query('select draft from quizzes where workspace_id = $1', [owner.workspaceId]);
  tell(`a tab’s other quizzes, ${QUIZZES}`, await median(() => otherQuizzes(owner)), await median(drafts));
  console.log('| | now | before |\n| --- | ---: | ---: |');
  for (const row of told) console.log(`| ${row.join(' | ')} |`);
  await pool.end();
  await closePool();
  await closeDatabase();
}

void main().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);
