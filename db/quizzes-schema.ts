/** Workspaces and who is in them; quizzes, their editions, and what is written about them. */
import type { HandOver } from '../core/flow/chain';
import type { Edit } from '../core/document/edits';
import type { Known, Quiz } from '../core/schema/quiz';
import { sql } from 'drizzle-orm';
import {
  boolean,
  customType,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import { at, user } from './accounts-schema';

export const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

// Workspaces.
export const workspaces = pgTable('workspaces', {
  workspaceId: text('workspace_id').primaryKey(),
  name: text('name').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
});
/** Host names at which the quizzes of a workspace stand; of one name only one workspace is proven to hold it. */
export const hostNames = pgTable(
  'host_names',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    /** In small letters, without a port. */
    host: text('host').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    madeBy: text('made_by').notNull(),
    provenAt: at('proven_at'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.host] }),
    index('host_names_host')
      .on(t.host)
      .where(sql`${t.provenAt} is not null`),
  ],
);
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

/** Looks that quizzes of a workspace wear. */
export const looks = pgTable(
  'looks',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    lookId: text('look_id').notNull(),
    name: text('name').notNull(),
    look: jsonb('look').$type<Quiz['look']>().notNull(),
    changedAt: at('changed_at').notNull().defaultNow(),
    changedBy: text('changed_by').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.lookId] })],
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
    // It refers to no quiz: a quiz goes with its workspace alone, and a table that is everywhere refers to none that is spread.
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    quizId: text('quiz_id').notNull(),
    /** What the link has in it. Whoever may read the quiz may read it. */
    giftKey: text('gift_key').notNull().unique(),
    madeAt: at('made_at').notNull(),
    by: text('by').notNull(),
    /** How many copies were taken. */
    taken: integer('taken').notNull().default(0),
    endedAt: at('ended_at'),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.giftKey] })],
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

/** Belongs to a quiz, and goes with it. */
export function ofQuiz(t: {
  workspaceId: Parameters<typeof foreignKey>[0]['columns'][0];
  quizId: Parameters<typeof foreignKey>[0]['columns'][0];
}) {
  return foreignKey({
    columns: [t.workspaceId, t.quizId],
    foreignColumns: [quizzes.workspaceId, quizzes.quizId],
  }).onDelete('cascade');
}
