/**
 * The tables. Every table of a workspace starts its primary key with `workspace_id`, and queries name it, so that the schema can be spread
 * over machines by workspace. Accounts (better-auth) and the directory of addresses belong to the whole installation.
 */
import type { Access } from '../core/schema/access';
import type { Traces } from '../core/access/traces';
import type { HandOver } from '../core/flow/chain';
import type { Edit } from '../core/document/edits';
import type { Known, Quiz, RichDoc } from '../core/schema/quiz';
import type { Sent } from '../core/flow/run';
import { at, user } from './accounts-schema';
import { sql } from 'drizzle-orm';
import {
  boolean,
  customType,
  date,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

export * from './accounts-schema';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

// Workspaces.
export const workspaces = pgTable('workspaces', {
  workspaceId: text('workspace_id').primaryKey(),
  name: text('name').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
});
/** owner: everything; editor: writes and publishes; reader: looks, and reads the answers. */
export type Role = 'owner' | 'editor' | 'reader';
export const members = pgTable(
  'members',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    role: text('role').$type<Role>().notNull(),
    /** For some quizzes alone: those in `quiz_members`. */
    isLimited: boolean('is_limited').notNull().default(false),
    joinedAt: at('joined_at').notNull().defaultNow(),
    /** When they last chose to work here: of several workspaces that is the one they are in. */
    chosenAt: at('chosen_at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.userId] }), index('members_user').on(t.userId)],
);

/** Letters that let somebody into a workspace. */
export const invitations = pgTable(
  'invitations',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    invitationId: text('invitation_id').notNull(),
    email: text('email').notNull(),
    role: text('role').$type<Role>().notNull(),
    /** SHA-256 of what only the letter has. */
    tokenHash: text('token_hash').notNull(),
    by: text('by').notNull(),
    madeAt: at('made_at').notNull(),
    expiresAt: at('expires_at').notNull(),
    seenAt: at('seen_at'),
    /** Accepted, or taken back. */
    endedAt: at('ended_at'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.invitationId] }),
    index('invitations_open').on(t.workspaceId, t.madeAt),
  ],
);

/** Findings of a revision, those about other quizzes aside. */
export type Checked = { revision: number; errors: number; warnings: number };
// Quizzes: the draft is one document with a revision; what was edited is kept edit by edit.
export const quizzes = pgTable(
  'quizzes',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    quizId: text('quiz_id').notNull(),
    draft: jsonb('draft').$type<Quiz>().notNull(),
    // What lists and other quizzes need of the draft, so that they need not read it whole. Written with it.
    title: text('title').notNull().default(''),
    description: text('description').notNull().default(''),
    known: jsonb('known').$type<Known[]>().notNull().default([]),
    /** Null where the draft was written before this was kept. */
    handOvers: jsonb('hand_overs').$type<HandOver[]>(),
    /** What the check said of which revision; counted in the background. */
    checked: jsonb('checked').$type<Checked>(),
    revision: integer('revision').notNull().default(0),
    /** Revision that the newest edition was made from; null while there is none. */
    publishedRevision: integer('published_revision'),
    liveEdition: integer('live_edition'),
    address: text('address').notNull(),
    changedAt: at('changed_at').notNull().defaultNow(),
    changedBy: text('changed_by').notNull().default(''),
    deletedAt: at('deleted_at'),
    /** Put aside in the list; what is live stays live. */
    isArchived: boolean('is_archived').notNull().default(false),
    /** By what its makers find it in the list. */
    label: text('label').notNull().default(''),
    /** When results that are kept back were released by hand, last. */
    releasedAt: at('released_at'),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId] })],
);
/** Which quiz an address leads to, over all workspaces. */
export const addresses = pgTable('addresses', {
  address: text('address').primaryKey(),
  workspaceId: text('workspace_id').notNull(),
  quizId: text('quiz_id').notNull(),
});
export const edits = pgTable(
  'edits',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    /** The revision this edit made. */
    revision: integer('revision').notNull(),
    /** Made by the browser; the same edit sent twice is kept once. */
    editId: text('edit_id').notNull(),
    edit: jsonb('edit').$type<Edit>().notNull(),
    /** Characters of it. */
    size: integer('size').notNull().default(0),
    by: text('by').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.quizId, t.revision] }),
    uniqueIndex('edits_once').on(t.workspaceId, t.quizId, t.editId),
    ofQuiz(t),
  ],
);
/** Who has a quiz open, and at which block: as long as their browser says so. */
export const presences = pgTable(
  'presences',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    /** A block; "" where it is none. */
    block: text('block').notNull().default(''),
    seenAt: at('seen_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.userId] }), ofQuiz(t)],
);
/** The quizzes of a member who is here for some alone. */
export const quizMembers = pgTable(
  'quiz_members',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    userId: text('user_id').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.userId, t.quizId] }),
    ofQuiz(t),
    foreignKey({
      columns: [t.workspaceId, t.userId],
      foreignColumns: [members.workspaceId, members.userId],
    }).onDelete('cascade'),
  ],
);
/** A link by which whoever has an account gets a copy of a quiz. */
export const gifts = pgTable(
  'gifts',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    /** What the link has in it. Whoever may read the quiz may read it. */
    giftKey: text('gift_key').notNull().unique(),
    madeAt: at('made_at').notNull(),
    by: text('by').notNull(),
    /** How many copies were taken. */
    taken: integer('taken').notNull().default(0),
    endedAt: at('ended_at'),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.giftKey] }), ofQuiz(t)],
);
/** What those who write say to each other about a block. */
export const comments = pgTable(
  'comments',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    /** Made by the browser; the same comment sent twice is kept once. */
    commentId: text('comment_id').notNull(),
    block: text('block').notNull(),
    /** The comment that it answers; null where it begins. */
    answers: text('answers'),
    words: text('words').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
    doneAt: at('done_at'),
    doneBy: text('done_by'),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.commentId] }), ofQuiz(t)],
);
/** What a draft looked like at the end of each stretch of work, so that it can be looked at and gone back to. */
export const states = pgTable(
  'states',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    revision: integer('revision').notNull(),
    document: jsonb('document').$type<Quiz>().notNull(),
    /** When it became so, and who made the last edit of it. */
    at: at('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.revision] }), ofQuiz(t)],
);
/** Pictures that creators have put in, made smaller and without what cameras write into them. They are never changed, only added. */
export const pictures = pgTable(
  'pictures',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    pictureId: text('picture_id').notNull(),
    type: text('type').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    bytes: bytea('bytes').notNull(),
    addedAt: at('added_at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.pictureId] })],
);
export const editions = pgTable(
  'editions',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    edition: integer('edition').notNull(),
    document: jsonb('document').$type<Quiz>().notNull(),
    publishedAt: at('published_at').notNull().defaultNow(),
    publishedBy: text('published_by').notNull(),
    /** What its makers noted of it, for themselves. */
    note: text('note').notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.edition] }), ofQuiz(t)],
);

// Who may take a quiz, how often and when. It takes effect at once.
export const access = pgTable(
  'access',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    settings: jsonb('settings').$type<Access>().notNull(),
    /** As `salt.hash` (scrypt); null while none is set. */
    passcode: text('passcode'),
    /** Runs that have finished since there are settings, and before. */
    finished: integer('finished').notNull().default(0),
    changedAt: at('changed_at').notNull().defaultNow(),
    changedBy: text('changed_by').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId] }), ofQuiz(t)],
);
/** What was set, when and by whom; never changed. */
export const accessChanges = pgTable(
  'access_changes',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    change: integer('change').notNull(),
    settings: jsonb('settings').$type<Access>().notNull(),
    /** Whether it was the passcode that changed. */
    passcode: boolean('passcode').notNull().default(false),
    at: at('at').notNull().defaultNow(),
    by: text('by').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.change] }), ofQuiz(t)],
);
/** People who may take a quiz that is for a list. */
export const listed = pgTable(
  'listed',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    personId: text('person_id').notNull(),
    /** In which order they were put on it. */
    place: integer('place').notNull(),
    /** As it was typed. */
    says: text('says').notNull(),
    /** The same, however it is typed (`personKey`). */
    key: text('key').notNull(),
    name: text('name').notNull().default(''),
    addedAt: at('added_at').notNull().defaultNow(),
    revokedAt: at('revoked_at'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.quizId, t.personId] }),
    uniqueIndex('listed_key').on(t.workspaceId, t.quizId, t.key),
    ofQuiz(t),
  ],
);

// Runs: an append-only list of what the visitor sent. The row beside it keeps what lists need, and what was counted so far.
export const runs = pgTable(
  'runs',
  {
    workspaceId: text('workspace_id').notNull(),
    runId: text('run_id').notNull(),
    quizId: text('quiz_id').notNull(),
    edition: integer('edition').notNull(),
    /** SHA-256 of the token that only the visitor's browser has. */
    tokenHash: text('token_hash').notNull(),
    seed: integer('seed').notNull(),
    known: jsonb('known').$type<Record<string, string>>().notNull(),
    source: text('source').notNull().default(''),
    seenAt: at('seen_at').notNull().defaultNow(),
    lastAt: at('last_at').notNull().defaultNow(),
    finishedAt: at('finished_at'),
    seq: integer('seq').notNull().default(0),
    /** Characters of all that was sent. */
    size: integer('size').notNull().default(0),
    /** The seq up to which the figures have counted this run; −1 = not at all. */
    countedSeq: integer('counted_seq').notNull().default(-1),
    countedKeys: jsonb('counted_keys').$type<string[]>().notNull().default([]),
    contactId: text('contact_id'),
    /** Taken by its makers to see how it goes: it counts nowhere. */
    isTrial: boolean('is_trial').notNull().default(false),
    /** Who counts as one, where it matters how often: somebody on the list, an address, a device; as a hash, or an id of `listed`. */
    person: text('person'),
    /** What the visitor said of themselves at the door. */
    named: text('named'),
    /** What was chosen to be kept beside the answers. */
    traces: jsonb('traces').$type<Traces>(),
    /** What was wiped of it. */
    wiped: text('wiped').$type<'contacts' | 'traces'>(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId] }),
    index('runs_person')
      .on(t.workspaceId, t.quizId, t.person)
      .where(sql`${t.person} is not null`),
    uniqueIndex('runs_token').on(t.workspaceId, t.tokenHash),
    index('runs_quiz').on(t.workspaceId, t.quizId, t.lastAt, t.runId),
    index('runs_seen').on(t.workspaceId, t.quizId, t.seenAt, t.runId),
    index('runs_uncounted')
      .on(t.workspaceId, t.quizId, t.seenAt)
      .where(sql`${t.countedSeq} < ${t.seq}`),
    ofQuiz(t),
  ],
);
export const runEvents = pgTable(
  'run_events',
  {
    workspaceId: text('workspace_id').notNull(),
    runId: text('run_id').notNull(),
    seq: integer('seq').notNull(),
    sent: jsonb('sent').$type<Sent>().notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId, t.seq] }),
    foreignKey({ columns: [t.workspaceId, t.runId], foreignColumns: [runs.workspaceId, runs.runId] }).onDelete(
      'cascade',
    ),
  ],
);
/** Sums over runs, by day of the first sight and edition; rebuilt from the runs at will. */
export const figures = pgTable(
  'figures',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    edition: integer('edition').notNull(),
    key: text('key').notNull(),
    count: integer('count').notNull(),
    /** How many of them were of runs of which that was wiped: they cannot be counted again. */
    wiped: integer('wiped').notNull().default(0),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.day, t.edition, t.key] }), ofQuiz(t)],
);
/** What was wiped, and when. */
export const wipes = pgTable(
  'wipes',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    at: at('at').notNull(),
    what: text('what').$type<'contacts' | 'traces' | 'runs'>().notNull(),
    runs: integer('runs').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.at] }), ofQuiz(t)],
);

export const contacts = pgTable(
  'contacts',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    contactId: text('contact_id').notNull(),
    /** Lower case; "" for somebody who left no e-mail address. */
    email: text('email').notNull(),
    fields: jsonb('fields').$type<Record<string, string>>().notNull(),
    /** What was agreed to, in the words that stood there. */
    consent: jsonb('consent').$type<{ text: string; version: number; at: string } | null>(),
    firstAt: at('first_at').notNull().defaultNow(),
    lastAt: at('last_at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.contactId] }), index('contacts_email').on(t.workspaceId, t.email)],
);
/** Letters as they go out: written in the transaction that causes them, sent by a job. */
export const letters = pgTable(
  'letters',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    letterId: text('letter_id').notNull(),
    quizId: text('quiz_id').notNull(),
    /** Null for a test. */
    runId: text('run_id'),
    messageId: text('message_id').notNull(),
    recipient: text('recipient').notNull(),
    language: text('language').notNull().default('en'),
    subject: text('subject').notNull(),
    body: jsonb('body').$type<RichDoc>().notNull(),
    writtenAt: at('written_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.letterId] }),
    uniqueIndex('letters_once').on(t.workspaceId, t.runId, t.messageId),
    index('letters_quiz').on(t.workspaceId, t.quizId, t.writtenAt),
    ofQuiz(t),
  ],
);
/** What became of a letter. */
export const deliveries = pgTable(
  'deliveries',
  {
    workspaceId: text('workspace_id').notNull(),
    letterId: text('letter_id').notNull(),
    // Of the letter, so that the tray is read from one index.
    quizId: text('quiz_id').notNull().default(''),
    writtenAt: at('written_at').notNull().defaultNow(),
    state: text('state').$type<'waiting' | 'delivered' | 'failed'>().notNull(),
    tries: integer('tries').notNull().default(0),
    trouble: text('trouble').notNull().default(''),
    changedAt: at('changed_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.letterId] }),
    index('deliveries_tray').on(t.workspaceId, t.quizId, t.state, t.writtenAt, t.letterId),
    foreignKey({
      columns: [t.workspaceId, t.letterId],
      foreignColumns: [letters.workspaceId, letters.letterId],
    }).onDelete('cascade'),
  ],
);

function ofQuiz(t: {
  workspaceId: Parameters<typeof foreignKey>[0]['columns'][0];
  quizId: Parameters<typeof foreignKey>[0]['columns'][0];
}) {
  return foreignKey({
    columns: [t.workspaceId, t.quizId],
    foreignColumns: [quizzes.workspaceId, quizzes.quizId],
  }).onDelete('cascade');
}
