/**
 * `npm run bench:findings`: what figures cost of a thousand, a hundred thousand and a million runs, all of them and any selection; beside it
 * the same selection counted by looking into every run. Made in bulk of 600 ways through a quiz, since a million visitors would take a night.
 */
import { sql } from 'drizzle-orm';
import { foldRun, type Sent } from '../core/flow/run';
import { circumstancesOf, countsOf } from '../core/stats/counts';
import { readConditions, wantedOf } from '../core/stats/filter';
import { randomOf } from '../core/values/random';
import { type Turn, takePlaces, turnBits } from '../db/queries/figure-bits';
import { addFigures } from '../db/queries/figures';
import { database, closeDatabase } from '../server/platform/database';
import { countRuns } from '../server/results/count-runs';
import { findingsOf, listPeople } from '../server/results/findings';
import { splitsOf } from '../server/results/splits';
import { takeStep } from '../server/visitor/take-step';
import { choice, option, page, quiz, result, strongest } from '../tests/quizzes';
import { go, published, visit } from '../tests/server/world';

const SIZES = [1_000, 100_000, Number(process.env['BENCH_RUNS'] ?? 1_000_000)];
const WAYS = 600;
const PORTION = 20_000;
const QUESTIONS = 12;
const random = randomOf(3, 'bench findings');
const whole = (n: number) => Math.floor(random() * n);

const asked = quiz(
  [
    ...Array.from({ length: QUESTIONS }, (_, i) =>
      page(`p${i}`, [
        choice(
          `q${i}`,
          ['a', 'b', 'c', 'd'].map((id, o) => option(id, { [o % 2 ? 'x' : 'y']: 1 + (i % 2) })),
        ),
      ]),
    ),
    result('end', [{ id: 'r', kind: 'verdict', verdict: 'v' }]),
  ],
  { verdicts: [strongest('v', ['x', 'y'])] },
);

/** What each of the ways counts for: most go to the end, some stop on the way. */
const ways = Array.from({ length: WAYS }, (_, i) => {
  const pages = whole(3) === 0 ? whole(QUESTIONS) : QUESTIONS;
  const sent = Array.from({ length: pages }, (_, p): Sent =>
    go(`p${p}`, { [`q${p}`]: [['a', 'b', 'c', 'd'][whole(4)] ?? 'a'] }),
  );
  const run = foldRun(asked, { seed: i, known: {} }, sent);
  return {
    keys: [
      ...countsOf(asked, run, pages > 0),
      ...circumstancesOf({
        edition: 1,
        day: '',
        source: ['', 'letter', 'poster'][whole(3)] ?? '',
        language: 'en',
        listed: false,
      }).filter((key) => !key.startsWith('day')),
    ],
  };
});
/** Runs come one day after the other, over 240 days. */
const dayAt = (share: number) => new Date(Date.UTC(2026, 0, 1 + Math.floor(share * 240))).toISOString().slice(0, 10);

type At = Awaited<ReturnType<typeof published>>;

async function fill({ member: { workspaceId }, quizId }: At, n: number): Promise<void> {
  for (let from = 0; from < n; from += PORTION) {
    const many = Math.min(PORTION, n - from);
    await database().transaction(async (tx) => {
      const first = await takePlaces(tx, workspaceId, quizId, many);
      const turns: Turn[] = [];
      const changes = new Map<string, { day: string; edition: number; key: string; by: number }>();
      for (let i = 0; i < many; i++) {
        const day = dayAt((first + i) / n);
        for (const key of [...(ways[(first + i) % WAYS]?.keys ?? []), `day ${day}`]) {
          turns.push({ place: first + i, key });
          const change = changes.get(`${day} ${key}`) ?? { day, edition: 1, key, by: 0 };
          changes.set(`${day} ${key}`, { ...change, by: change.by + 1 });
        }
      }
      await turnBits(tx, workspaceId, quizId, turns);
      await addFigures(tx, workspaceId, quizId, [...changes.values()]);
      // The keys of each run are needed by what is measured against alone.
      const keys =
        n <= 100_000
          ? sql`(${JSON.stringify(ways.map((way) => way.keys))}::jsonb) -> (i % ${WAYS}::int)`
          : sql`'[]'::jsonb`;
      await tx.execute(sql`
        insert into runs (workspace_id, run_id, quiz_id, edition, token_hash, seed, known, seen_at, last_at, seq, counted_seq, place, counted_keys)
        select ${workspaceId}, ${quizId} || i, ${quizId}, 1, ${quizId} || i, i, '{}'::jsonb,
          now() - i * interval '1 second', now() - i * interval '1 second', 1, 1, i, ${keys}
        from generate_series(${first}::int, ${first + many - 1}::int) i`);
    });
  }
}

async function median(work: () => Promise<unknown>, times = 5): Promise<number> {
  const all: number[] = [];
  for (let i = 0; i < times; i++) {
    const begun = performance.now();
    await work();
    all.push(performance.now() - begun);
  }
  return all.sort((a, b) => a - b)[Math.floor(times / 2)] ?? 0;
}
const ms = (n: number) => `${n < 10 ? n.toFixed(1) : Math.round(n)} ms`;

async function main(): Promise<void> {
  const table: Record<string, string[]> = {};
  const tell = (what: string, told: string) => (table[what] = [...(table[what] ?? []), told]);
  for (const n of SIZES) {
    const at = await published(asked);
    await fill(at, n);
    await database().$client.query('analyze runs, figures, figure_bits');
    const { member, quizId, address } = at;
    const findings = (where: string) => () => findingsOf(member, quizId, readConditions(where) ?? []);
    tell('overview and questions, all runs', ms(await median(findings(''))));
    const one = await median(findings('answer:q3:b'));
    tell('by one answer', ms(one));
    tell('by an outcome', ms(await median(findings('outcome:v:x'))));
    const several = 'answer:q3:b,c;outcome:v:x;source::letter;time::2026-02-01,2026-07-31';
    tell('by four conditions', ms(await median(findings(several))));
    tell('by day and source', ms(await median(() => splitsOf(member, quizId))));
    tell('people, the first page', ms(await median(() => listPeople(member, quizId))));
    const [last] = (
      await database().execute<{ at: string; run: string }>(
        sql`select to_json(last_at)#>>'{}' as at, run_id as run from runs
          where workspace_id = ${member.workspaceId} and quiz_id = ${quizId} order by last_at, run_id offset 50 limit 1`,
      )
    ).rows;
    const before = { lastAt: last?.at ?? '', runId: last?.run ?? '' };
    tell('people, the last page', ms(await median(() => listPeople(member, quizId, { before }))));
    const where = readConditions('answer:q3:b') ?? [];
    tell('people, the first page by one answer', ms(await median(() => listPeople(member, quizId, { where }))));
    // Those who moved longest ago, behind all others.
    const few = readConditions('time::2026-08-28,2026-08-28') ?? [];
    tell('people, the first page by the last day', ms(await median(() => listPeople(member, quizId, { where: few }))));
    const { token } = await visit(address, go('p0', { q0: ['a'] }));
    await countRuns(member.workspaceId, quizId);
    let seq = 1;
    const step = async () => {
      await takeStep(address, token, (seq += 1), go(`p${seq - 1}`, { [`q${seq - 1}`]: ['a'] }));
      await countRuns(member.workspaceId, quizId);
    };
    tell('an answer, taken and counted', ms(await median(step)));
    const [size] = (
      await database().execute<{ bytes: string }>(
        sql`select pg_size_pretty(sum(pg_column_size(b.*))) as bytes from figure_bits b where quiz_id = ${quizId}`,
      )
    ).rows;
    tell('bits on disk', size?.bytes ?? '');
    if (n > 100_000) continue;
    // What is measured against: every run's own list of keys.
    const [asks] = wantedOf(where).slice(1);
    const looked = await median(
      () =>
        database().execute(sql`
          select key, count(*) from runs, jsonb_array_elements_text(counted_keys) as key
          where workspace_id = ${member.workspaceId} and quiz_id = ${quizId} and counted_keys ? ${asks?.any[0]?.from ?? ''}
          group by key`),
      3,
    );
    tell('by one answer, looking into every run', `${ms(looked)}, ${(looked / one).toFixed(1)} times`);
  }
  console.log(['', ...SIZES.map((n) => `${n.toLocaleString('en')} runs`)].join(' | '));
  for (const [what, cells] of Object.entries(table)) console.log([what, ...cells].join(' | '));
}

void main().finally(closeDatabase);
