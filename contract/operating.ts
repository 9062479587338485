/** How the installation is doing, for whoever operates it. */
import { type Static, Type } from '@sinclair/typebox';
import { closed } from '../core/schema/kit';
import { contract } from './contract';
import { Count, nullable } from './kit';

const OperatorStateSchema = closed({
  at: Type.String(),
  database: nullable(
    closed({
      version: Type.String(),
      /** Bytes. */
      size: Count,
      connections: Count,
      most: Count,
      /** Seconds of the oldest open transaction. */
      oldest: Count,
      standbys: Type.Array(
        closed({ name: Type.String(), behind: nullable(Type.Number()), isSynchronous: Type.Boolean() }),
      ),
      /** Connections of the process that answers. */
      pool: closed({ total: Count, idle: Count, waiting: Count }),
    }),
  ),
  queues: Type.Array(closed({ name: Type.String(), waiting: Count, oldest: Count, later: Count })),
  /** Letters given up within a day, addresses of other systems that are off by themselves. */
  stuck: closed({ letters: Count, webhooks: Count }),
  processes: Type.Array(
    closed({
      processId: Type.String(),
      host: Type.String(),
      port: Count,
      version: Type.String(),
      startedAt: Type.String(),
      isGone: Type.Boolean(),
      /** Megabytes. */
      memory: Count,
      /** Milliseconds. */
      late: Count,
    }),
  ),
  /** Bytes, of the disk that the process which answers lies on. */
  disk: closed({ free: Type.Number(), size: Type.Number() }),
  backup: nullable(closed({ at: Type.String(), detail: Type.String() })),
});
export type OperatorState = Static<typeof OperatorStateSchema>;

export const operating = {
  'GET /api/operator': contract({ answer: OperatorStateSchema }),
};
