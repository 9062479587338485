/** What is known of the installation itself: its processes, and what is done to keep it well. Of no workspace. */
import { integer, pgTable, text } from 'drizzle-orm/pg-core';
import { at } from './accounts-schema';

/** Processes that serve, each of which says every few seconds that it lives. */
export const processes = pgTable('processes', {
  processId: text('process_id').primaryKey(),
  host: text('host').notNull(),
  port: integer('port').notNull(),
  /** Of the build that it serves. */
  version: text('version').notNull(),
  startedAt: at('started_at').notNull(),
  seenAt: at('seen_at').notNull(),
  /** Megabytes that it holds. */
  memory: integer('memory').notNull(),
  /** Milliseconds by which its turns were late, 99 of 100, since it said so last. */
  late: integer('late').notNull(),
});

/** What is done now and then to keep the installation well, such as a backup, and when it was done last. */
export const upkeep = pgTable('upkeep', {
  what: text('what').primaryKey(),
  at: at('at').notNull(),
  detail: text('detail').notNull().default(''),
});
