/**
 * A workspace as a file, to be put in elsewhere: each row of each of its tables as PostgreSQL writes it in JSON, a line each, in an order in which
 * they can be put in. Passwords stay where they are; whoever has no account there yet sets a new one by mail.
 */
import { drizzle } from 'drizzle-orm/node-postgres';
import type { PoolClient } from 'pg';
import { textOf } from '../../core/values/unknown';
import { makeMonth, type Month, monthOfRun } from '../../db/months';
import { waitingLetters } from '../../db/queries/letters';
import { enqueueLetters } from '../platform/jobs';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { newestMigration } from './tables';

const FORMAT = 'yes-maybe workspace 1';
const BATCH = 500;
/** Directories go first, since the others refer to them; of accounts, those of the members. What only lasts for a minute stays behind. */
const FIRST = ['workspaces', 'members', 'invitations', 'tokens', 'host_names', 'addresses', 'gifts'];
const APART = new Set(['presences', ...FIRST]);

/** Nothing was changed, and why. */
const refusal = (message: string) => new HttpError(422, 'not-valid', `${message} Nothing was changed.`);

type Header = { format: string; workspace: string; name: string; tables: number };

/** Tables of workspaces, those first that others refer to. */
async function tablesInOrder(client: PoolClient): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>(
    "select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'workspace_id' order by 1",
  );
  const refers = await client.query<{ name: string; other: string }>(
    `select c.relname as name, f.relname as other from pg_constraint con
     join pg_class c on c.oid = con.conrelid join pg_class f on f.oid = con.confrelid
     where con.contype = 'f' and con.conparentid = 0 and c.relnamespace = 'public'::regnamespace and c.oid <> f.oid`,
  );
  const left = new Set(rows.map(({ name }) => name).filter((name) => !APART.has(name)));
  const order = [...FIRST];
  while (left.size > 0) {
    const next = [...left].filter((name) => !refers.rows.some((one) => one.name === name && left.has(one.other)));
    if (next.length === 0) throw new Error('Tables refer to each other in a circle.');
    for (const name of next) left.delete(name);
    order.push(...next);
  }
  return order;
}

/** Those that are written; what the database makes of others by itself it makes again. */
async function columnsOf(client: PoolClient, table: string): Promise<string> {
  const { rows } = await client.query<{ name: string }>(
    "select quote_ident(column_name) as name from information_schema.columns where table_schema = 'public' and table_name = $1 and is_generated = 'NEVER'",
    [table],
  );
  return rows.map(({ name }) => name).join(', ');
}

/** In one transaction, on one connection. */
async function within<T>(isolation: string, work: (client: PoolClient) => Promise<T>): Promise<T> {
  const client = await database().$client.connect();
  try {
    await client.query(`begin isolation level ${isolation}`);
    // As long as it takes: it is run by hand.
    await client.query('set local statement_timeout = 0');
    await client.query('set local idle_in_transaction_session_timeout = 0');
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

/** Tells a file line by line, as all stood at one moment. @returns rows told @throws HttpError 422 where there is no such workspace */
export const takeOut = (workspaceId: string, tell: (line: string) => Promise<void>): Promise<number> =>
  within('repeatable read', async (client) => {
    const found = await client.query<{ name: string }>('select name from workspaces where workspace_id = $1', [
      workspaceId,
    ]);
    const [workspace] = found.rows;
    if (!workspace) throw refusal(`There is no workspace ${workspaceId}.`);
    const header: Header = { format: FORMAT, workspace: workspaceId, name: workspace.name, tables: newestMigration() };
    await tell(JSON.stringify(header));
    let told = 0;
    const all = async (table: string, where: string) => {
      await client.query(
        `declare rows no scroll cursor for select row_to_json(t)::text as row from "${table}" t where ${where}`,
      );
      for (;;) {
        const { rows } = await client.query<{ row: string }>(`fetch ${BATCH} from rows`);
        for (const { row } of rows) await tell(`${table}\t${row}`);
        told += rows.length;
        if (rows.length < BATCH) break;
      }
      await client.query('close rows');
    };
    // A cursor takes no values apart from its words.
    const own = client.escapeLiteral(workspaceId);
    await all('user', `t.id in (select user_id from members where workspace_id = ${own})`);
    for (const table of await tablesInOrder(client)) await all(table, `t.workspace_id = ${own}`);
    return told;
  });

function headerIn(line: string): Header {
  try {
    const header = JSON.parse(line) as Partial<Header>;
    if (header.format === FORMAT && header.workspace && header.name !== undefined && header.tables !== undefined)
      return { format: FORMAT, workspace: header.workspace, name: header.name, tables: header.tables };
  } catch {
    // Told below.
  }
  throw refusal('This is no file of a workspace.');
}

/**
 * Puts a workspace in, whole or not at all. Members who have an account here, by their address, are those; the others get one without a password.
 * @returns rows put in, and letters that wait and are sent from here now
 * @throws HttpError 422 where it cannot be put in: there is one already, an address is taken, or the tables are of another version
 */
export async function putIn(
  lines: AsyncIterable<string>,
): Promise<{ rows: number; letters: number; workspace: string }> {
  const { rows, workspace } = await rowsIn(lines);
  const waiting = await waitingLetters(database(), workspace);
  const jobs = waiting.map((letterId) => ({ workspaceId: workspace, letterId }));
  await database().transaction((tx) => enqueueLetters(tx, jobs));
  return { rows, letters: jobs.length, workspace };
}

const rowsIn = (lines: AsyncIterable<string>): Promise<{ rows: number; workspace: string }> =>
  within('read committed', async (client) => {
    let header: Header | undefined;
    let rows = 0;
    let batch: { table: string; rows: string[] } = { table: '', rows: [] };
    let known: Set<string> = new Set();
    const renamed = new Map<string, string>();
    const months = new Set<Month>();
    const flush = async () => {
      const { table, rows: many } = batch;
      batch = { table: '', rows: [] };
      if (many.length === 0) return;
      const columns = await columnsOf(client, table);
      await client
        .query(
          `insert into "${table}" (${columns}) select ${columns} from json_populate_recordset(null::"${table}", $1::json)`,
          [`[${many.join(',')}]`],
        )
        .catch((error: unknown) => {
          const taken = error instanceof Error && 'code' in error && error.code === '23505';
          if (taken && FIRST.includes(table))
            throw refusal(`Something in ${table} is here already, such as an address of a quiz or a host name.`);
          throw error;
        });
      rows += many.length;
    };
    /** Somebody who has an account here goes on under its id. */
    const person = async (row: string) => {
      const { id, email } = JSON.parse(row) as { id: string; email: string };
      const { rows: here } = await client.query<{ id: string }>('select id from "user" where email = $1', [email]);
      if (here[0]) renamed.set(id, here[0].id);
      else await client.query('insert into "user" select * from json_populate_record(null::"user", $1::json)', [row]);
    };
    for await (const line of lines) {
      if (line === '') continue;
      if (!header) {
        header = headerIn(line);
        if (header.tables !== newestMigration())
          throw refusal('This file is of another version. Bring both installations to the same one first.');
        const there = await client.query('select from workspaces where workspace_id = $1', [header.workspace]);
        if (there.rows.length > 0) throw refusal(`${header.name} is here already.`);
        known = new Set(await tablesInOrder(client));
        continue;
      }
      const at = line.indexOf('\t');
      const table = line.slice(0, at);
      let row = line.slice(at + 1);
      if (table === 'user') {
        await person(row);
        continue;
      }
      if (!known.has(table)) throw refusal(`There is no table ${table.slice(0, 40)}.`);
      const parsed: unknown = JSON.parse(row);
      if (textOf(parsed, 'workspace_id') !== header.workspace)
        throw refusal('This file holds rows of another workspace.');
      // What belongs to a run lies in the partitions of its month, which may have been before this installation was.
      const month = table === 'runs' ? monthOfRun(textOf(parsed, 'run_id') ?? '') : null;
      if (month !== null && !months.has(month)) await makeMonth(drizzle(client), month);
      if (month !== null) months.add(month);
      for (const [from, to] of renamed) row = row.replaceAll(JSON.stringify(from), JSON.stringify(to));
      if (table !== batch.table || batch.rows.length >= BATCH) await flush();
      batch.table = table;
      batch.rows.push(row);
    }
    await flush();
    if (!header) throw refusal('This file is empty.');
    const { workspace } = header;
    return { rows, workspace };
  });
