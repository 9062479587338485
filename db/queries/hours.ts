/** How runs came hour by hour: read from the newest runs themselves, since keys of every hour would be too many. */
import { sql, type SQL } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { runs } from '../schema';
import { amongMeant, type Selection } from './figure-bits';

export type HourOfRuns = {
  name: string;
  seen: number;
  started: number;
  finished: number;
  contact: number;
  offer: number;
};

/** @returns hours in which anybody came, by their names (`2026-05-01T14`, UTC) */
export async function countByHour(db: Db, selection: Selection, since: Date): Promise<HourOfRuns[]> {
  const { workspaceId, quizId, wanted } = selection;
  const counted = (key: string) => sql`count(*) filter (where ${runs.countedKeys} ? ${key})::int`;
  const ask = async (from: Db | Tx, isMeant?: SQL) => {
    const { rows } = await from.execute<HourOfRuns>(sql`
    select to_char(date_trunc('hour', ${runs.seenAt} at time zone 'UTC'), 'YYYY-MM-DD"T"HH24') as name,
      ${counted('seen')} as seen, ${counted('started')} as started, ${counted('finished')} as finished,
      ${counted('contact')} as contact, ${counted('offer')} as offer
    from ${runs}
    where ${runs.workspaceId} = ${workspaceId} and ${runs.quizId} = ${quizId} and ${runs.seenAt} > ${since}
      and ${runs.countedKeys} ? 'seen'
      ${isMeant ? sql`and ${isMeant}` : sql``}
    group by 1 order by 1`);
    return rows;
  };
  return wanted.length > 1 ? amongMeant(db, selection, ask) : ask(db);
}
