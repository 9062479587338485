/** What other systems are told, and what they may ask. */
import type { Happening } from '../core/connections/happenings';
import type { Scope } from '../core/connections/scopes';
import { sql } from 'drizzle-orm';
import { bigint, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core';
import { at } from './accounts-schema';
import { workspaces } from './quizzes-schema';
import { runs } from './visits-schema';

const ofWorkspace = () =>
  text('workspace_id')
    .notNull()
    .references(() => workspaces.workspaceId, { onDelete: 'cascade' });

/** Addresses that are told what happens. */
export const webhooks = pgTable(
  'webhooks',
  {
    workspaceId: ofWorkspace(),
    webhookId: text('webhook_id').notNull(),
    url: text('url').notNull(),
    happenings: jsonb('happenings').$type<Happening[]>().notNull(),
    /** The quizzes it hears of; null for all. */
    quizzes: jsonb('quizzes').$type<string[] | null>(),
    /** Which one of its secrets is in use, and since when: the one before is good for another day. */
    secret: integer('secret').notNull().default(1),
    secretAt: at('secret_at').notNull().defaultNow(),
    madeAt: at('made_at').notNull().defaultNow(),
    madeBy: text('made_by').notNull(),
    offAt: at('off_at'),
    offBecause: text('off_because').$type<'hand' | 'dead' | 'gone'>(),
    /** Since when it has taken nothing; how many tries that were, and when it gets the next one. */
    failingSince: at('failing_since'),
    failures: integer('failures').notNull().default(0),
    nextAt: at('next_at'),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.webhookId] })],
);

/** Something that happened, for one address: written in the transaction that caused it. */
export const webhookMessages = pgTable(
  'webhook_messages',
  {
    workspaceId: text('workspace_id').notNull(),
    messageId: text('message_id').notNull(),
    webhookId: text('webhook_id').notNull(),
    /** In which order they were written. */
    place: bigint('place', { mode: 'number' }).generatedAlwaysAsIdentity(),
    kind: text('kind').notNull(),
    quizId: text('quiz_id'),
    runId: text('run_id'),
    /** What is sent, to the letter: signatures are made of it. */
    body: text('body').notNull(),
    madeAt: at('made_at').notNull(),
    state: text('state').$type<'waiting' | 'delivered' | 'failed'>().notNull().default('waiting'),
    tries: integer('tries').notNull().default(0),
    nextAt: at('next_at').notNull(),
    /** Until when somebody is sending it. */
    takenUntil: at('taken_until'),
    doneAt: at('done_at'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.messageId] }),
    index('webhook_messages_waiting')
      .on(t.workspaceId, t.webhookId, t.nextAt)
      .where(sql`${t.state} = 'waiting'`),
    index('webhook_messages_newest').on(t.workspaceId, t.webhookId, t.place),
    index('webhook_messages_run')
      .on(t.workspaceId, t.runId)
      .where(sql`${t.runId} is not null`),
    foreignKey({
      columns: [t.workspaceId, t.webhookId],
      foreignColumns: [webhooks.workspaceId, webhooks.webhookId],
    }).onDelete('cascade'),
    foreignKey({ columns: [t.workspaceId, t.runId], foreignColumns: [runs.workspaceId, runs.runId] }).onDelete(
      'cascade',
    ),
  ],
);

/** Each time a message was sent, and what the address said. */
export const webhookTries = pgTable(
  'webhook_tries',
  {
    workspaceId: text('workspace_id').notNull(),
    messageId: text('message_id').notNull(),
    try: integer('try').notNull(),
    at: at('at').notNull(),
    /** Milliseconds. */
    took: integer('took').notNull(),
    /** Null where there was no answer. */
    status: integer('status'),
    trouble: text('trouble').notNull().default(''),
    answer: text('answer').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.messageId, t.try] }),
    foreignKey({
      columns: [t.workspaceId, t.messageId],
      foreignColumns: [webhookMessages.workspaceId, webhookMessages.messageId],
    }).onDelete('cascade'),
  ],
);

/** Keys for programs, of the workspace. */
export const tokens = pgTable(
  'tokens',
  {
    workspaceId: ofWorkspace(),
    tokenId: text('token_id').notNull(),
    name: text('name').notNull(),
    /** SHA-256 of what was shown once. */
    hash: text('hash').notNull(),
    scopes: jsonb('scopes').$type<Scope[]>().notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    /** Somebody of the workspace: their token does nothing once they have left it. */
    madeBy: text('made_by').notNull(),
    usedAt: at('used_at'),
    endsAt: at('ends_at'),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.tokenId] }), uniqueIndex('tokens_hash').on(t.workspaceId, t.hash)],
);

/** What was answered to requests that may be sent twice (`Idempotency-Key`). */
export const keptAnswers = pgTable(
  'kept_answers',
  {
    workspaceId: text('workspace_id').notNull(),
    tokenId: text('token_id').notNull(),
    key: text('key').notNull(),
    /** SHA-256 of the request: the same key with another one is a mistake. */
    request: text('request').notNull(),
    at: at('at').notNull(),
    /** Null while it is being answered. */
    status: integer('status'),
    answer: text('answer'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.tokenId, t.key] }),
    foreignKey({ columns: [t.workspaceId, t.tokenId], foreignColumns: [tokens.workspaceId, tokens.tokenId] }).onDelete(
      'cascade',
    ),
  ],
);
