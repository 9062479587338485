/** The schema and its statements, held against the rules of a database that is spread over machines by workspace. */
import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { reachOf } from '../../scripts/spread/rule';
import { everywhere } from '../../scripts/spread/tables';
import { database } from './own-database';

const rows = async (text: string) => (await database().execute<Record<string, string>>(sql.raw(text))).rows;
const list = async (text: string) => (await rows(text)).map(({ name }) => name ?? '');
const directories = new Set<string>(everywhere);

const tables = () =>
  list("select table_name as name from information_schema.tables where table_schema = 'public' order by 1");
const keyed = () =>
  list(
    "select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'workspace_id' order by 1",
  );

describe('the catalogue', () => {
  it('every table is of a workspace, or one of the few that are everywhere', async () => {
    const spread = (await keyed()).filter((name) => !directories.has(name));
    expect((await tables()).filter((name) => !directories.has(name))).toEqual(spread);
    for (const name of everywhere) expect(await tables()).toContain(name);
  });

  it('what is unique in a table of a workspace begins with the workspace', async () => {
    const begins = await rows(`
      select c.relname as name, i.relname as index, a.attname as first
      from pg_index x join pg_class c on c.oid = x.indrelid join pg_class i on i.oid = x.indexrelid
        join pg_attribute a on a.attrelid = c.oid and a.attnum = x.indkey[0]
      where x.indisunique and c.relnamespace in ('public'::regnamespace, 'months'::regnamespace)`);
    const wrong = begins.filter(({ name, first }) => !directories.has(name ?? '') && first !== 'workspace_id');
    expect(wrong).toEqual([]);
    expect(begins.length).toBeGreaterThan(40);
  });

  it('what refers to another table of a workspace does so within it, and nothing that is everywhere refers to one', async () => {
    const refers = await rows(`
      select con.conname as key, c.relname as name, f.relname as other,
        array_to_string(array(select attname from unnest(con.conkey) with ordinality k (n, o)
          join pg_attribute on attrelid = c.oid and attnum = n order by o), ',') as columns,
        array_to_string(array(select attname from unnest(con.confkey) with ordinality k (n, o)
          join pg_attribute on attrelid = f.oid and attnum = n order by o), ',') as others
      from pg_constraint con join pg_class c on c.oid = con.conrelid join pg_class f on f.oid = con.confrelid
      where con.contype = 'f' and con.conparentid = 0 and c.relnamespace = 'public'::regnamespace`);
    const wrong = refers.filter(({ name = '', other = '', columns = '', others = '' }) => {
      if (directories.has(other)) return false;
      if (directories.has(name)) return true;
      return !columns.startsWith('workspace_id') || !others.startsWith('workspace_id');
    });
    expect(wrong).toEqual([]);
    expect(refers.length).toBeGreaterThan(20);
  });

  it('deploy/spread.sql names each table once, in an order that what refers to it can bear', async () => {
    await database().transaction(async (tx) => {
      // Stand-ins: they note what they are asked, and refuse what the real ones refuse.
      await tx.execute(
        sql.raw(`
        create temporary table asked (place serial, name text, how text) on commit drop;
        create function pg_temp.create_reference_table(name text) returns void language plpgsql as $$ begin
          insert into asked (name, how) values (name, 'everywhere'); end $$;
        create function pg_temp.create_distributed_table(name text, by text) returns void language plpgsql as $$
        declare other text; begin
          for other in select f.relname from pg_constraint con join pg_class f on f.oid = con.confrelid
            where con.contype = 'f' and con.conparentid = 0 and con.conrelid = format('public.%I', name)::regclass and con.confrelid <> con.conrelid loop
            if not exists (select from asked a where a.name = other) then
              raise exception '% refers to %, which is not there yet', name, other; end if;
          end loop;
          insert into asked (name, how) values (name, by); end $$;`),
      );
      const text = readFileSync('deploy/spread.sql', 'utf8').replace(
        /\bcreate_(\w+)_table\(/g,
        'pg_temp.create_$1_table(',
      );
      await tx.execute(sql.raw(text));
      const { rows: told } = await tx.execute<{ name: string; how: string }>(sql.raw('select name, how from asked'));
      const by = (how: string) => told.flatMap((one) => (one.how === how ? [one.name] : [])).sort();
      expect(by('everywhere')).toEqual([...everywhere].sort());
      expect(by('workspace_id')).toEqual((await keyed()).filter((name) => !directories.has(name)).sort());
      expect(told).toHaveLength(new Set(told.map(({ name }) => name)).size);
    });
  });
});

describe('the rule', () => {
  const at = { spread: new Set(['runs', 'run_events', 'quizzes']), keyed: new Set(['addresses']) };
  const reach = (text: string) => reachOf(text, at);
  const named = { unnamed: [], isRound: true };

  it.each([
    'select * from runs where workspace_id = $1',
    'select * from runs r join run_events e using (workspace_id, run_id) where r.workspace_id = $1',
    'select * from runs r join run_events e on e.workspace_id = r.workspace_id where $1 = e.workspace_id',
    'select * from runs where (workspace_id, run_id) = ($1, $2)',
    'select (select count(*) from run_events e where e.workspace_id = runs.workspace_id) from runs where workspace_id = $1',
    'with one as (select * from runs where workspace_id = $1) select * from one join run_events e on e.workspace_id = one.workspace_id',
    'select * from runs r where r.workspace_id = $1 and exists (select from run_events e where e.workspace_id = r.workspace_id)',
    'select * from runs where workspace_id = $1 and (workspace_id, run_id) in (select workspace_id, run_id from run_events)',
    'insert into runs (workspace_id, run_id) values ($1, $2)',
    'insert into runs (workspace_id, run_id) select workspace_id, run_id from run_events where workspace_id = $1',
    'update runs set seq = e.seq from run_events e where e.workspace_id = runs.workspace_id and runs.workspace_id = $1',
    'delete from runs using run_events e where (runs.workspace_id, 1) = (e.workspace_id, 1) and e.workspace_id = $1',
    'select * from addresses where address = $1',
    'select * from (select workspace_id, run_id from runs where workspace_id = $1) r join run_events e using (workspace_id, run_id)',
  ])('%s', async (text) => expect(await reach(text)).toEqual(named));

  it.each([
    ['select * from runs where run_id = $1', ['runs'], true],
    ['select * from runs where workspace_id = $1 or run_id = $2', ['runs'], true],
    ['select * from runs where workspace_id <> $1', ['runs'], true],
    ['select * from runs where workspace_id = any($1)', ['runs'], true],
    [
      'select * from runs r join run_events e using (workspace_id, run_id) where r.run_id = $1',
      ['runs', 'run_events'],
      true,
    ],
    ['select * from runs r join run_events e on e.run_id = r.run_id where r.workspace_id = $1', ['run_events'], true],
    ['select * from runs r join run_events e on e.run_id = r.run_id', ['runs', 'run_events'], false],
    ['select * from addresses a join runs r on r.workspace_id = a.workspace_id where a.address = $1', ['runs'], true],
    [
      'select (select count(*) from run_events e where e.run_id = runs.run_id) from runs where workspace_id = $1',
      ['run_events'],
      true,
    ],
    // A column that is meant to be of the table around, and is of the one within.
    [
      'select (select count(*) from run_events e where e.workspace_id = workspace_id) from runs where workspace_id = $1',
      ['run_events'],
      true,
    ],
    ['insert into runs (run_id) values ($1)', ['runs'], true],
    ['update runs set seq = 1', ['runs'], true],
    ['with one as (select * from runs) select * from quizzes where workspace_id = $1', ['runs'], true],
  ])('%s: %j', async (text, unnamed, isRound) => expect(await reach(text)).toEqual({ unnamed, isRound }));
});
