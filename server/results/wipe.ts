/** What a creator has chosen to be wiped after some days: contacts, traces or whole runs. What they counted for stays counted. */
import { withoutContact } from '../../core/flow/wiped';
import { type Turn, turnBits } from '../../db/queries/figure-bits';
import { keepWiped } from '../../db/queries/figures';
import type { Membership } from '../../db/queries/members';
import type { RunWithEvents } from '../../db/queries/runs';
import {
  countToWipe,
  noteWipe,
  quizzesThatWipe,
  runsToWipe,
  setWiped,
  type What,
  wipeContacts,
  wipeRuns,
  wipeTraces,
} from '../../db/queries/wipe';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { countRuns } from './count-runs';

const DAY = 86_400_000;
const BATCH = 200;

/** Wipes in every quiz what is due. */
export async function wipeEverything(now = new Date()): Promise<void> {
  for (const { workspaceId, quizId, settings } of await quizzesThatWipe(database()))
    if (settings.wipe) await wipeQuiz(workspaceId, quizId, settings.wipe, now);
}

async function wipeQuiz(
  workspaceId: string,
  quizId: string,
  { what, days }: { what: What; days: number },
  now: Date,
): Promise<void> {
  const before = new Date(now.getTime() - days * DAY);
  // What was never counted would be gone from the figures.
  await countRuns(workspaceId, quizId);
  for (;;) {
    const wiped = await database().transaction(async (tx) => {
      const rows = await runsToWipe(tx, workspaceId, quizId, { what, before, most: BATCH });
      if (rows.length === 0) return 0;
      const ids = rows.map(({ runId }) => runId);
      if (what === 'traces') {
        await keepWiped(tx, workspaceId, quizId, rows.flatMap(countedFor).filter(isOfSource));
        await turnBits(tx, workspaceId, quizId, rows.flatMap(turnsOf).filter(isOfSource));
        await wipeTraces(tx, workspaceId, ids);
      } else await wipeContacts(tx, workspaceId, ids, rows.flatMap(eventsWithout));
      if (what === 'runs') {
        await keepWiped(tx, workspaceId, quizId, rows.flatMap(countedFor));
        await turnBits(tx, workspaceId, quizId, rows.flatMap(turnsOf));
        await wipeRuns(tx, workspaceId, ids);
      } else await setWiped(tx, workspaceId, what, ids);
      await noteWipe(tx, { workspaceId, quizId, at: now, what, runs: rows.length });
      return rows.length;
    });
    if (wiped < BATCH) return;
  }
}

/** What a run counts for, by day and edition: it is taken note of before the run goes. */
export const countedFor = ({
  seenAt,
  edition,
  countedKeys,
}: Pick<RunWithEvents, 'seenAt' | 'edition' | 'countedKeys'>) =>
  countedKeys.map((key) => ({ day: seenAt.toISOString().slice(0, 10), edition, key }));

/** Everything that a run counts for, to be turned off in any selection. */
export const turnsOf = ({ place, countedKeys }: Pick<RunWithEvents, 'place' | 'countedKeys'>): Turn[] =>
  place === null ? [] : countedKeys.map((key) => ({ place, key }));

const isOfSource = ({ key }: { key: string }) => key === 'direct' || key.startsWith('source ');

/** The events of a run that carried who they are of, without it. */
const eventsWithout = ({ runId, events }: RunWithEvents) =>
  events.flatMap((sent, i) => {
    const without = withoutContact(sent);
    return without === sent ? [] : [{ run_id: runId, seq: i + 1, sent: without }];
  });

/** What would be wiped now, to be told before it is chosen. */
export async function wouldWipe(
  member: Membership,
  quizId: string,
  what: What,
  days: number,
  now = new Date(),
): Promise<{ runs: number; oldest: string | null }> {
  const { workspaceId } = await getQuiz(member, quizId);
  const { runs, oldest } = await countToWipe(
    database(),
    workspaceId,
    quizId,
    what,
    new Date(now.getTime() - days * DAY),
  );
  return { runs, oldest: oldest?.toISOString() ?? null };
}
