/**
 * Holds every statement that the server's tests sent to the database (pg_stat_statements) against the rule of a database that is spread by
 * workspace: it names its workspace, or is one of the few rounds of jobs that are listed. What tests ask by themselves they ask as somebody else.
 * With --forget it forgets those that were sent so far, such as the migrations'.
 */
import { Client } from 'pg';
import { reachOf } from './spread/rule';
import { everywhere, rounds } from './spread/tables';

/** Whom tests look at the database as by themselves (`tests/server/own-database.ts`). */
const TESTER = 'yes_maybe_tester';
/** The queue's own, and the catalogue's. */
const APART = /\bpgboss\.|\bpg_(?!advisory)\w+|information_schema|drizzle\./;

async function statements(): Promise<void> {
  const url = process.env['DATABASE_URL'];
  const client = new Client({ connectionString: url });
  // The extension's own views are kept out of the database that tests copy.
  const watching = new Client({ connectionString: url?.replace(/\/\w+$/, '/postgres') });
  await client.connect();
  await watching.connect();
  try {
    await watching.query('create extension if not exists pg_stat_statements');
    if (process.argv.includes('--forget')) {
      const { rows: known } = await watching.query('select from pg_roles where rolname = $1', [TESTER]);
      const { password } = new URL(url ?? '');
      if (known.length === 0)
        await watching.query(`create role ${TESTER} superuser login password ${watching.escapeLiteral(password)}`);
      await watching.query('select pg_stat_statements_reset()');
      return;
    }
    const keyed = await client.query<{ name: string }>(
      "select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'workspace_id'",
    );
    const directories = new Set<string>(everywhere);
    const spread = new Set(keyed.rows.map(({ name }) => name).filter((name) => !directories.has(name)));
    const { rows } = await watching.query<{ query: string }>(
      'select distinct query from pg_stat_statements where userid <> (select oid from pg_roles where rolname = $1)',
      [TESTER],
    );
    const wrong: string[] = [];
    const met = new Set<RegExp>();
    let held = 0;
    for (const { query } of rows) {
      if (APART.test(query)) continue;
      held += 1;
      const { unnamed, isRound } = await reachOf(query, { spread, keyed: directories });
      if (unnamed.length === 0) continue;
      const words = query.replace(/\s+/g, ' ').trim();
      const round = isRound ? rounds.find(([begins]) => begins.test(words)) : undefined;
      if (round) met.add(round[0]);
      else wrong.push(`${isRound ? 'goes round' : 'crosses'} (${unnamed.join(', ')}): ${words.slice(0, 240)}`);
    }
    console.log(
      `${held} statements: ${held - wrong.length - met.size} name their workspace, ${met.size} are rounds of jobs`,
    );
    for (const one of wrong) console.log(`  ${one}`);
    if (wrong.length > 0 || held < 400) process.exitCode = 1;
  } finally {
    await client.end();
    await watching.end();
  }
}

void statements();
