/** Findings as they change: however many look on at a quiz, one of them is asked for by all. */
import type { Findings } from '../../contract/results';
import type { Condition } from '../../core/stats/filter';
import type { Membership } from '../../db/queries/members';
import { rescoringMoved } from '../../db/queries/rescorings';
import { newestMove } from '../../db/queries/runs';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { logFailure } from '../platform/log';
import { conditionsIn } from './where';
import { findingsOf } from './findings';

/** Milliseconds between two looks, each of them at the newest run alone. */
const EVERY = 1_000;
/** Whoever looks on longer asks anew, and is let in anew. Milliseconds. */
const LONGEST = 300_000;

type Watcher = { tell: (findings: Findings | null) => void; end: () => void };
type Room = {
  watchers: Set<Watcher>;
  timer: NodeJS.Timeout;
  seen: string | null;
  /** Undefined until they are known. */
  latest: Findings | null | undefined;
  /** The first look, whose findings are told to whoever waits for it. */
  first: Promise<void>;
  isLooking: boolean;
};
const rooms = new Map<string, Room>();

/**
 * Looks on at the findings of a quiz: they are told at once, and each time that they change.
 * @returns how to stop
 */
export async function lookOn(member: Membership, quizId: string, where: string, watcher: Watcher): Promise<() => void> {
  await getQuiz(member, quizId);
  const conditions = conditionsIn(where);
  const key = `${member.workspaceId} ${quizId} ${where}`;
  let room = rooms.get(key);
  if (!room) {
    const made: Room = {
      watchers: new Set(),
      timer: setInterval(() => void look(member, quizId, conditions, made), EVERY).unref(),
      seen: null,
      latest: undefined,
      first: Promise.resolve(),
      isLooking: false,
    };
    room = made;
    rooms.set(key, room);
    room.first = look(member, quizId, conditions, room);
  }
  const { watchers, timer, first } = room;
  watchers.add(watcher);
  await first;
  if (room.latest !== undefined) watcher.tell(room.latest);
  const leave = () => {
    clearTimeout(over);
    if (!watchers.delete(watcher) || watchers.size > 0) return;
    clearInterval(timer);
    rooms.delete(key);
  };
  const over = setTimeout(() => {
    leave();
    watcher.end();
  }, LONGEST).unref();
  return leave;
}

async function look(member: Membership, quizId: string, where: readonly Condition[], room: Room): Promise<void> {
  // A process that ends waits for its answers: these would never be over.
  if (globalThis.yesMaybeDraining) {
    for (const { end } of [...room.watchers]) end();
    return;
  }
  if (room.isLooking) return;
  room.isLooking = true;
  try {
    const { workspaceId } = member;
    const [moved, rescored] = await Promise.all([
      newestMove(database(), workspaceId, quizId),
      rescoringMoved(database(), { workspaceId, quizId }),
    ]);
    const now = `${moved} ${rescored}`;
    if (now === room.seen) return;
    const findings = await findingsOf(member, quizId, where);
    // As long as runs are being counted there is more to tell.
    room.seen = findings && findings.counting > 0 ? null : now;
    const isNews = room.latest !== undefined;
    room.latest = findings;
    if (isNews) for (const { tell } of room.watchers) tell(findings);
  } catch (error) {
    // The next look asks again.
    logFailure('looking on', error);
  } finally {
    room.isLooking = false;
  }
}
