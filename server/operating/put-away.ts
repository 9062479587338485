/**
 * Runs of a month that lies behind, put away as a file: first all of them are written down as they stood at one moment; then, as far as the file
 * can be read again and says what the database says, they are taken out of it, and the partitions of the month are dropped. What they counted for
 * stays counted. Whatever ends in between may be begun again with the same file.
 */
import { isDeepStrictEqual } from 'node:util';
import { sql } from 'drizzle-orm';
import { fieldOf, isObject, textOf } from '../../core/values/unknown';
import { KEPT_FORMAT, type KeptLine } from '../../core/formats/kept-runs';
import { dropMonth, isEmpty, makeMonths, type Month, monthOf, monthsThere, sizeOfMonth } from '../../db/months';
import { accessOf } from '../../db/queries/access';
import { turnBits } from '../../db/queries/figure-bits';
import { keepWiped } from '../../db/queries/figures';
import {
  countOfMonth,
  editionAsKept,
  fileAsJson,
  lockedRows,
  quizzesOfMonth,
  runsAsJson,
  workspaceIds,
} from '../../db/queries/months';
import { noteWipe, wipeContacts, wipeRuns } from '../../db/queries/wipe';
import { deleteMessagesOf } from '../../db/queries/webhooks';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { countRuns } from '../results/count-runs';
import { countedFor, turnsOf } from '../results/wipe';

const BATCH = 200;
/** Runs that are read at once; each may have sent some megabytes. */
const READ = 20;

/** Nothing was changed, and why. */
const refusal = (message: string) => new HttpError(422, 'not-valid', `${message} Nothing was changed.`);

/** The months that there are, with what lies in them. */
export async function listMonths(): Promise<{ month: Month; runs: number; bytes: number }[]> {
  const ids = await workspaceIds(database());
  const all: { month: Month; runs: number; bytes: number }[] = [];
  for (const month of await monthsThere(database())) {
    let runs = 0;
    for (const id of ids) runs += await countOfMonth(database(), id, month);
    all.push({ month, runs, bytes: await sizeOfMonth(database(), month) });
  }
  return all;
}

/** @throws HttpError 422 where a month is none, or visitors may still be on their way in it: this one, and the one before */
export function requirePast(month: Month, now: Date): void {
  if (month >= lastMonth(now)) throw refusal('Runs of this month and of the one before are not put away.');
}

/** Tells a file of a month line by line. @returns runs told */
export async function writeMonth(
  month: Month,
  tell: (line: string) => Promise<void>,
  now = new Date(),
): Promise<number> {
  requirePast(month, now);
  if (!(await monthsThere(database())).includes(month)) throw refusal('There is no such month.');
  // What was never counted would be gone from the figures.
  for (const workspaceId of await workspaceIds(database()))
    for (const quizId of await quizzesOfMonth(database(), workspaceId, month)) await countRuns(workspaceId, quizId);
  const say = (line: KeptLine) => tell(JSON.stringify(line));
  let told = 0;
  await database().transaction(
    async (tx) => {
      // As long as it takes: it is run by hand.
      await tx.execute(sql`set local statement_timeout = 0`);
      await tx.execute(sql`set local idle_in_transaction_session_timeout = 0`);
      await say({ format: KEPT_FORMAT, month, at: now.toISOString() });
      for (const workspaceId of await workspaceIds(tx)) {
        const known = new Set<string>();
        const edition = async (quizId: string, number: number) => {
          if (known.has(`${quizId} ${number}`)) return;
          known.add(`${quizId} ${number}`);
          const kept = await editionAsKept(tx, workspaceId, quizId, number);
          if (kept) await say({ edition: number, workspace: workspaceId, quiz: quizId, ...kept });
        };
        for (let after = ''; ;) {
          const rows = await runsAsJson(tx, workspaceId, month, { after, most: READ });
          for (const { runId, quizId, edition: own, keyEdition, files, json } of rows) {
            await edition(quizId, own);
            if (keyEdition !== null) await edition(quizId, keyEdition);
            await tell(`{"run":${json}}`);
            for (const file of files) await tell(`{"file":${await fileAsJson(tx, workspaceId, runId, file)}}`);
          }
          told += rows.length;
          after = rows.at(-1)?.runId ?? '';
          if (rows.length < READ) break;
        }
      }
      await say({ end: told });
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
  return told;
}

export type PutAway = {
  /** Runs that were taken out. */
  gone: number;
  /** Runs that went on, or were marked, since they were written down, and stay. */
  stay: number;
  /** Whether the partitions of the month are dropped. */
  isDropped: boolean;
};

/** Takes out what a file holds, as far as nothing of it has changed since. @param lines of a whole file */
export async function takeWritten(lines: AsyncIterable<string>, now = new Date()): Promise<PutAway> {
  let month: Month | undefined;
  let [gone, stay] = [0, 0];
  let batch: Row[] = [];
  const flush = async () => {
    const taken = await takeRows(batch, now);
    stay += taken.stay;
    gone += taken.gone;
    batch = [];
  };
  for await (const line of lines) {
    const read: unknown = JSON.parse(line);
    if (month === undefined) {
      month = textOf(read, 'format') === KEPT_FORMAT ? textOf(read, 'month') : undefined;
      if (month === undefined) throw refusal('This is no file of a month.');
      requirePast(month, now);
    }
    const row = fieldOf(fieldOf(read, 'run'), 'row');
    if (!isObject(row)) continue;
    if (batch.length >= BATCH || (batch[0] && batch[0]['quiz_id'] !== row['quiz_id'])) await flush();
    batch.push(row);
  }
  await flush();
  if (month === undefined) throw refusal('This file is empty.');
  const own = month;
  const isThere = (await monthsThere(database())).includes(own);
  const isDropped = stay === 0 && isThere ? await database().transaction((tx) => dropMonth(tx, own)) : !isThere;
  return { gone, stay, isDropped };
}

type Row = Record<string, unknown>;

/** @param rows of one quiz, as they were written down */
async function takeRows(rows: Row[], now: Date): Promise<{ gone: number; stay: number }> {
  const [first] = rows;
  const [workspaceId, quizId] = [textOf(first, 'workspace_id'), textOf(first, 'quiz_id')];
  if (workspaceId === undefined || quizId === undefined) return { gone: 0, stay: 0 };
  const access = await accessOf(database(), workspaceId, quizId);
  return database().transaction(async (tx) => {
    const ids = rows.map((row) => textOf(row, 'run_id') ?? '');
    const there = await lockedRows(tx, workspaceId, ids);
    const same = rows.filter((row) => isDeepStrictEqual(there.get(textOf(row, 'run_id') ?? ''), row)).map(countedIn);
    const counted = same.filter(({ isCounted }) => isCounted);
    const taken = counted.map(({ runId }) => runId);
    if (taken.length > 0) {
      await keepWiped(tx, workspaceId, quizId, counted.flatMap(countedFor));
      await turnBits(tx, workspaceId, quizId, counted.flatMap(turnsOf));
      // Contacts stay, unless they were to be wiped with their runs: nobody would find out afterwards which quiz they are of.
      if (access?.settings.wipe) await wipeContacts(tx, workspaceId, taken, []);
      else await deleteMessagesOf(tx, workspaceId, taken);
      await wipeRuns(tx, workspaceId, taken);
      await noteWipe(tx, { workspaceId, quizId, at: now, what: 'away', runs: taken.length });
    }
    return { gone: taken.length, stay: there.size - taken.length };
  });
}

/** What a run counts for, out of its row as JSON. */
function countedIn(row: Row) {
  const { place, edition, counted_keys: keys, counted_seq: upTo, seq } = row;
  return {
    runId: textOf(row, 'run_id') ?? '',
    seenAt: new Date(textOf(row, 'seen_at') ?? 0),
    edition: Number(edition),
    place: typeof place === 'number' ? place : null,
    countedKeys: Array.isArray(keys) ? keys.map(String) : [],
    isCounted: Number(upTo) >= Number(seq),
  };
}

/**
 * Makes the partitions of the months that come, and drops those of months that lie behind and of which no run is left, as creators have chosen
 * what is wiped.
 */
export async function keepMonths(now = new Date()): Promise<{ made: Month[]; dropped: Month[] }> {
  const made = await makeMonths(database(), now);
  const dropped: Month[] = [];
  for (const month of await monthsThere(database())) {
    // Looked at first without a lock, which nobody is to wait for in vain.
    if (month >= lastMonth(now) || !(await isEmpty(database(), month))) continue;
    if (await database().transaction((tx) => dropMonth(tx, month))) dropped.push(month);
  }
  return { made, dropped };
}

/** The month before the one that it is. */
function lastMonth(now: Date): Month {
  const before = new Date(now);
  before.setUTCDate(0);
  return monthOf(before);
}
