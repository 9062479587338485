/** What is said of each part of the installation: whether it is well, by figures that an operator would wake up for, and what to do where it is not. */
import type { OperatorState } from '../../contract/operating';

export type Finding = { part: string; isWell: boolean; says: string; todo?: string };

/** The same bounds as in `deploy/alerts.yml`, which wakes somebody up where nobody looks. */
export const bounds = {
  /** Share of the connections that there may be. */
  connections: 0.85,
  /** Seconds. */
  transaction: 60,
  queue: 300,
  backup: 26 * 3600,
  /** Share of the disk. */
  free: 0.1,
  /** Milliseconds. */
  late: 200,
  /** Bytes. */
  behind: 64 * 2 ** 20,
};

const units = ['bytes', 'kB', 'MB', 'GB', 'TB'] as const;
/** `1.4 GB` */
export function sizeOf(bytes: number): string {
  let value = bytes;
  let at = 0;
  while (value >= 1000 && at < units.length - 1) {
    value /= 1000;
    at += 1;
  }
  return `${at === 0 || value >= 100 ? Math.round(value) : Math.round(value * 10) / 10} ${units[at] ?? ''}`;
}

/** `40 s`, `12 min`, `3 h`, `2 days` */
export function lasting(seconds: number): string {
  if (seconds < 120) return `${Math.round(seconds)} s`;
  if (seconds < 7200) return `${Math.round(seconds / 60)} min`;
  return seconds < 172_800 ? `${Math.round(seconds / 3600)} h` : `${Math.round(seconds / 86_400)} days`;
}

/** What each queue is for; the operator sees its own name in the figures. */
export const queueNames: Record<string, string> = {
  'send-letter': 'Letters',
  'count-runs': 'Figures',
  deliver: 'Telling other systems',
  gather: 'Letters about many runs',
  'release-results': 'Results held back',
  rescore: 'Re-scoring',
  wipe: 'Wiping what is old',
};

const many = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;

export function findingsIn(state: OperatorState): Finding[] {
  const { database, queues, stuck, processes, disk, backup } = state;
  const found: Finding[] = [];
  const note = (part: string, isWell: boolean, says: string, todo: string) =>
    found.push({ part, isWell, says, ...(isWell ? {} : { todo }) });
  if (database) {
    const { connections, most, oldest, version, pool } = database;
    note(
      'Database',
      connections < most * bounds.connections && oldest < bounds.transaction && pool.waiting === 0,
      `PostgreSQL ${version}: ${connections} of ${most} connections${oldest > 1 ? `, the oldest transaction has lasted ${lasting(oldest)}` : ''}${pool.waiting > 0 ? `, ${pool.waiting} wait for one here` : ''}.`,
      'See who holds connections in pg_stat_activity; put a pooler between, or raise max_connections.',
    );
    for (const { name, behind, isSynchronous } of database.standbys)
      note(
        `Standby ${name}`,
        behind !== null && behind < bounds.behind,
        `${behind === null ? 'How far it is behind is not known' : `${sizeOf(behind)} behind`}${isSynchronous ? '; what is confirmed is on its disk too' : ''}.`,
        'It does not keep up, or has gone: look at its log and at the network between.',
      );
  } else
    note('Database', false, 'It does not answer.', 'Look at its log; processes go on by themselves when it is back.');
  const slow = queues.filter(({ oldest, waiting }) => waiting > 0 && oldest > bounds.queue);
  const waiting = queues.reduce((sum, queue) => sum + queue.waiting, 0);
  note(
    'Queue',
    slow.length === 0,
    slow.length > 0
      ? slow.map(({ name, oldest }) => `${queueNames[name] ?? name} has waited for ${lasting(oldest)}`).join('; ') + '.'
      : waiting === 0
        ? 'Nothing waits.'
        : `${many(waiting, 'job waits', 'jobs wait')}, none for long.`,
    'Processes work on it beside answering: see in their logs what fails, or start another process.',
  );
  note(
    'Letters',
    stuck.letters === 0,
    stuck.letters === 0
      ? 'None was given up within a day.'
      : `${many(stuck.letters, 'letter was', 'letters were')} given up within a day.`,
    'The tray of each quiz says why: usually the post office behind SMTP_URL.',
  );
  note(
    'Other systems',
    stuck.webhooks === 0,
    stuck.webhooks === 0
      ? 'All that are told take it.'
      : `${many(stuck.webhooks, 'address has', 'addresses have')} been switched off by themselves.`,
    'Their owners have had a letter. Nothing is to be done here.',
  );
  const here = processes.filter(({ isGone }) => !isGone);
  const versions = new Set(here.map(({ version }) => version));
  const late = here.filter((one) => one.late > bounds.late);
  note(
    'Processes',
    here.length > 0 && versions.size === 1 && late.length === 0,
    `${many(here.length, 'serves', 'serve')}${versions.size > 1 ? `, of ${versions.size} versions` : ''}${late.length > 0 ? `; ${many(late.length, 'is', 'are')} late by more than ${bounds.late} ms` : ''}.`,
    versions.size > 1
      ? 'While a new version is put in this is so; afterwards start the older ones again.'
      : 'They have more to do than a core can: start another process, on another core.',
  );
  note(
    'Disk',
    disk.free > disk.size * bounds.free,
    `${sizeOf(disk.free)} of ${sizeOf(disk.size)} are free where this process lies.`,
    'Make room before the database stands still: what may go first stands in docs/operating.md, Growing.',
  );
  const age = backup && (Date.parse(state.at) - Date.parse(backup.at)) / 1000;
  note(
    'Backup',
    age !== null && age < bounds.backup,
    age === null
      ? 'None has been noted.'
      : `The last one ended ${lasting(age)} ago${backup?.detail ? `: ${backup.detail}` : ''}.`,
    'Run deploy/backup.sh, and see why its timer did not.',
  );
  return found;
}
