/** What Prometheus is told of the parts around a process: its connections, the queue, letters, other systems, the database. */
import { Gauge } from 'prom-client';
import { databaseState, listUpkeep, queueStates, stuck } from '../../db/queries/operating';
import { database } from '../platform/database';
import { registry } from '../platform/metrics';
import { ofProcess } from '../platform/of-process';

declare module '../platform/of-process' {
  interface OfProcess {
    isWatched?: boolean;
  }
}

/** Milliseconds for which what the database said of itself is told again: several who ask cost it no more than one. */
const FRESH = 10_000;

/** Work whose result is kept a while; what fails is asked anew. */
function kept<T>(work: () => Promise<T>): () => Promise<T> {
  let last: { at: number; result: Promise<T> } | undefined;
  return () => {
    if (!last || Date.now() - last.at > FRESH) {
      const result = work();
      last = { at: Date.now(), result };
      result.catch(() => (last = undefined));
    }
    return last.result;
  };
}

type Told = { labels?: Record<string, string>; value: number };

/** Begins, once. A part that does not answer is left out of what is told; the figures of the others stand. */
export function watchParts(): void {
  if (ofProcess.isWatched) return;
  ofProcess.isWatched = true;
  const gauge = (name: string, help: string, labelNames: string[], tell: () => Promise<Told[]> | Told[]) =>
    new Gauge({
      name: `yes_maybe_${name}`,
      help,
      labelNames,
      registers: [registry()],
      async collect() {
        this.reset();
        for (const { labels = {}, value } of await Promise.resolve(tell()).catch((): Told[] => []))
          this.set(labels, value);
      },
    });
  const state = kept(() => databaseState(database()));
  const queues = kept(() => queueStates(database()));
  const late = kept(() => stuck(database()));
  const upkeep = kept(() => listUpkeep(database()));
  gauge('database_pool', 'Connections of this process, and who waits for one', ['state'], () => {
    const { totalCount, idleCount, waitingCount } = database().$client;
    return [
      { labels: { state: 'total' }, value: totalCount },
      { labels: { state: 'idle' }, value: idleCount },
      { labels: { state: 'waiting' }, value: waitingCount },
    ];
  });
  gauge('database_up', '1 where the database answers', [], async () => [
    { value: (await state().catch(() => null)) === null ? 0 : 1 },
  ]);
  gauge('database_connections', 'Connections to the database, by all', ['state'], async () => {
    const held = await state();
    return held
      ? [
          { labels: { state: 'used' }, value: held.connections },
          { labels: { state: 'most' }, value: held.most },
        ]
      : [];
  });
  gauge('database_bytes', 'Size of the database', [], async () => [{ value: (await state())?.size ?? 0 }]);
  gauge('database_oldest_seconds', 'Age of the oldest open transaction', [], async () => [
    { value: (await state())?.oldest ?? 0 },
  ]);
  gauge('standby_behind_bytes', 'What a standby has not applied yet', ['standby'], async () =>
    ((await state())?.standbys ?? []).flatMap(({ name, behind }) =>
      behind === null ? [] : [{ labels: { standby: name }, value: behind }],
    ),
  );
  gauge('queue_waiting', 'Jobs whose time has come', ['queue'], async () =>
    (await queues()).map(({ name, waiting }) => ({ labels: { queue: name }, value: waiting })),
  );
  gauge('queue_oldest_seconds', 'How long the oldest of them has waited', ['queue'], async () =>
    (await queues()).map(({ name, oldest }) => ({ labels: { queue: name }, value: oldest })),
  );
  gauge('letters_failed', 'Letters given up within a day', [], async () => [{ value: (await late()).letters }]);
  gauge('webhooks_off', 'Addresses of other systems switched off by themselves', [], async () => [
    { value: (await late()).webhooks },
  ]);
  gauge('upkeep_at_seconds', 'When the installation was last looked after, such as by a backup', ['what'], async () =>
    (await upkeep()).map(({ what, at }) => ({ labels: { what }, value: at.getTime() / 1000 })),
  );
}
