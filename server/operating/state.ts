/** How the installation is doing: what its operator looks at, and what Prometheus is told of what all processes share. */
import { statfs } from 'node:fs/promises';
import type { OperatorState } from '../../contract/operating';
import { databaseState, GONE, listProcesses, listUpkeep, queueStates, stuck } from '../../db/queries/operating';
import type { Membership } from '../../db/queries/members';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';

/** Whether somebody may look: their account's address is confirmed, since nobody signs in before, and stands in the settings. */
export const isOperator = ({ email }: Pick<Membership, 'email'>): boolean =>
  readConfig().operators.includes(email.toLowerCase());

/** @throws HttpError 404 for those who may not: they are not told that there is anything */
export async function operatorState(member: Membership, now = new Date()): Promise<OperatorState> {
  if (!isOperator(member)) throw notFound('This page');
  const pool = database().$client;
  const [held, queues, processes, upkeep, late, disk] = await Promise.all([
    databaseState(database()),
    queueStates(database()),
    listProcesses(database()),
    listUpkeep(database()),
    stuck(database()),
    statfs(process.cwd()),
  ]);
  const backup = upkeep.find(({ what }) => what === 'backup');
  return {
    at: now.toISOString(),
    database: held && { ...held, pool: { total: pool.totalCount, idle: pool.idleCount, waiting: pool.waitingCount } },
    queues,
    stuck: late,
    processes: processes.map(({ startedAt, seenAt, ...one }) => ({
      ...one,
      startedAt: startedAt.toISOString(),
      isGone: now.getTime() - seenAt.getTime() > GONE,
    })),
    disk: { free: disk.bavail * disk.bsize, size: disk.blocks * disk.bsize },
    backup: backup ? { at: backup.at.toISOString(), detail: backup.detail } : null,
  };
}
