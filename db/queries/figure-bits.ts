/** Which runs count for which key, as bits: any selection of runs is counted by putting bits together, in the database. */
import { and, eq, sql, type SQL } from 'drizzle-orm';
import type { Wanted } from '../../core/stats/filter';
import type { Db, Tx } from '../client';
import { CHUNK, figureBits, figurePlaces, runs } from '../schema';

/** Takes so many places of a quiz. @returns the first of them */
export async function takePlaces(tx: Tx, workspaceId: string, quizId: string, many: number): Promise<number> {
  if (many === 0) return 0;
  const [row] = await tx
    .insert(figurePlaces)
    .values({ workspaceId, quizId, next: many })
    .onConflictDoUpdate({
      target: [figurePlaces.workspaceId, figurePlaces.quizId],
      set: { next: sql`${figurePlaces.next} + excluded.next` },
    })
    .returning({ next: figurePlaces.next });
  return (row?.next ?? many) - many;
}

/** A run that begins, or no longer counts, for a key. */
export type Turn = { place: number; key: string };

/** Turns bits that are set off, and others on: two turns of one are none. */
export async function turnBits(tx: Tx, workspaceId: string, quizId: string, turns: Turn[]): Promise<void> {
  const rows = new Map<string, { key: string; chunk: number; bits: Uint8Array }>();
  for (const { place, key } of turns) {
    const chunk = Math.floor(place / CHUNK);
    const id = `${key} ${chunk}`;
    const row = rows.get(id) ?? { key, chunk, bits: new Uint8Array(CHUNK / 8) };
    rows.set(id, row);
    const byte = (place % CHUNK) >> 3;
    row.bits[byte] = (row.bits[byte] ?? 0) ^ (0x80 >> (place & 7));
  }
  // Lock rows in one order to avoid deadlocks.
  const sorted = [...rows.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, row]) => row);
  for (let i = 0; i < sorted.length; i += 1000) {
    const part = sorted
      .slice(i, i + 1000)
      .map(({ key, chunk, bits }) => ({ key, chunk, bits: Buffer.from(bits).toString('hex') }));
    await tx.execute(sql`
      insert into figure_bits (workspace_id, quiz_id, key, chunk, bits)
      select ${workspaceId}, ${quizId}, t.key, t.chunk, ('x' || t.bits)::bit(${sql.raw(String(CHUNK))})
      from jsonb_to_recordset(${JSON.stringify(part)}::jsonb) as t(key text, chunk integer, bits text)
      on conflict (workspace_id, quiz_id, key, chunk) do update set bits = figure_bits.bits # excluded.bits`);
  }
}

/** Forgets the bits and places of a quiz, so that counting starts over. */
export async function forgetBits(tx: Tx, workspaceId: string, quizId: string): Promise<void> {
  await tx.delete(figureBits).where(and(eq(figureBits.workspaceId, workspaceId), eq(figureBits.quizId, quizId)));
  await tx.delete(figurePlaces).where(and(eq(figurePlaces.workspaceId, workspaceId), eq(figurePlaces.quizId, quizId)));
  await tx
    .update(runs)
    .set({ place: null })
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId)));
}

export type Selection = { workspaceId: string; quizId: string; wanted: Wanted[] };

const none = sql.raw(`repeat('0', ${CHUNK})::bit(${CHUNK})`);

/** The bits of all runs that are meant, as rows of `chunk` and `bits`. */
function selected({ workspaceId, quizId, wanted }: Selection): SQL {
  const asked = wanted.flatMap(({ any, none: never }, part) => [
    ...any.map(({ from, upTo }) => ({ part, key: from, up_to: upTo })),
    // What a run may have none of is one part, whichever condition says so.
    ...never.map(({ from, upTo }) => ({ part: -1, key: from, up_to: upTo })),
  ]);
  return sql`
    select chunk, bit_and(bits) filter (where part >= 0)
      & ~ coalesce(bit_or(bits) filter (where part < 0), ${none}) as bits
    from (
      select f.chunk, w.part, bit_or(f.bits) as bits
      from jsonb_to_recordset(${JSON.stringify(asked)}::jsonb) as w(part integer, key text, up_to text)
      join figure_bits f on f.workspace_id = ${workspaceId} and f.quiz_id = ${quizId}
        and f.key between w.key and w.up_to
      group by f.chunk, w.part) as parts
    group by chunk having count(*) filter (where part >= 0) = ${wanted.length}`;
}

/** @property by what it is counted by; '' where it is by nothing */
type Counted = { by: string; key: string; count: number };

/**
 * The planner takes a selection for a single row, and would look up every key of every chunk by itself: a million runs took 6 s instead of
 * half a second. Compiling such a query takes longer than running it.
 */
const counted = (db: Db, query: SQL): Promise<Counted[]> =>
  db.transaction(async (tx) => {
    await tx.execute(sql`set local enable_nestloop = off`);
    await tx.execute(sql`set local jit = off`);
    return (await tx.execute<Counted>(query)).rows;
  });

/** Sums by key, as `figuresOf`, of the runs that are meant. */
export async function figuresAmong(db: Db, selection: Selection): Promise<Map<string, number>> {
  const { workspaceId, quizId } = selection;
  // Counted before they are grouped ("offset 0" keeps it so), since bits are wide to be sorted.
  const rows = await counted(
    db,
    sql`
    with meant as materialized (${selected(selection)})
    select '' as by, key, sum(n)::int as count from (
      select f.key, bit_count(f.bits & meant.bits) as n
      from figure_bits f join meant on meant.chunk = f.chunk
      where f.workspace_id = ${workspaceId} and f.quiz_id = ${quizId} offset 0) as each
    group by key having sum(n) > 0`,
  );
  return new Map(rows.map(({ key, count }) => [key, count]));
}

/** How many of the runs that are meant count for a key that begins with `by`, and for one of some others as well: by the first, then the second. */
export async function crossedAmong(db: Db, selection: Selection, by: string, keys: string[]): Promise<Counted[]> {
  const { workspaceId, quizId } = selection;
  return counted(
    db,
    sql`
    with meant as materialized (${selected(selection)})
    select substr(by, ${by.length + 1}::int) as by, key, sum(n)::int as count from (
      select a.key as by, f.key, bit_count(a.bits & f.bits & meant.bits) as n
      from figure_bits a
      join meant on meant.chunk = a.chunk
      join figure_bits f on f.workspace_id = ${workspaceId} and f.quiz_id = ${quizId} and f.chunk = a.chunk
        and f.key in (select jsonb_array_elements_text(${JSON.stringify(keys)}::jsonb))
      where a.workspace_id = ${workspaceId} and a.quiz_id = ${quizId} and starts_with(a.key, ${by}) offset 0) as each
    group by each.by, key having sum(n) > 0
    order by each.by, key`,
  );
}

/** A bit for each place of a quiz, in the order in which the database shows bits: the first is the highest of its byte. */
async function placesOf(tx: Tx, selection: Selection): Promise<Buffer | null> {
  const { rows } = await tx.execute<{ chunk: number; bytes: Buffer }>(sql`
    select chunk, substr(bit_send(bits), 5) as bytes from (${selected(selection)}) as meant where bit_count(bits) > 0`);
  if (rows.length === 0) return null;
  const places = Buffer.alloc((Math.max(...rows.map(({ chunk }) => chunk)) + 1) * (CHUNK / 8));
  for (const { chunk, bytes } of rows) bytes.copy(places, chunk * (CHUNK / 8));
  return places;
}

/** Bytes are numbered by their lowest bit first (`# 7` turns that round), and beyond the last byte there is nothing to be asked for. */
const isAmong = (places: Buffer): SQL => sql`
  case when ${runs.place} < ${places.length * 8} then get_bit(${places}::bytea, ${runs.place} # 7) = 1 else false end`;

/**
 * Asks for runs that are meant, one after the other in an order that an index has: each is looked up in the bits as they stood at the same moment.
 * To join runs with the rows of bits would look at all runs there are for each page of a list.
 * @param ask what asks, with the condition that a run is meant
 */
export async function amongMeant<Row>(
  db: Db,
  selection: Selection,
  ask: (tx: Tx, isMeant: SQL) => PromiseLike<Row[]>,
): Promise<Row[]> {
  return db.transaction(
    async (tx) => {
      await tx.execute(sql`set local enable_nestloop = off`);
      await tx.execute(sql`set local jit = off`);
      const places = await placesOf(tx, selection);
      await tx.execute(sql`set local enable_nestloop = on`);
      return places === null ? [] : ask(tx, isAmong(places));
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
}
