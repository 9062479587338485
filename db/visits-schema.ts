/** What visitors may and do: access, runs and what was counted of them, contacts, letters. */
import type { Oddness } from '../core/access/oddity';
import type { Traces } from '../core/access/traces';
import type { Access } from '../core/schema/access';
import type { Sent } from '../core/flow/run';
import type { Sheet } from '../core/flow/letter';
import type { Changes, RescoringState } from '../core/stats/rescoring';
import type { Quiet } from '../core/mailing/quiet';
import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  bit,
  boolean,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import { at } from './accounts-schema';
import { bytea, ofQuiz, workspaces } from './quizzes-schema';

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

/** Of what was counted of a run: something in it waits for a person to mark it. */
export const waits = (countedKeys: AnyPgColumn) =>
  sql`jsonb_path_exists(${countedKeys}, '$[*] ? (@ starts with "waits ")')`;

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
    /** One of the languages that the quiz was put into; null in its own. */
    language: text('language'),
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
    /** What looks as if a machine took it, or that a browser has worked for it; null where nothing was odd. */
    odd: text('odd').$type<Oddness>(),
    /** Who counts as one, where it matters how often: somebody on the list, an address, a device; as a hash, or an id of `listed`. */
    person: text('person'),
    /** What the visitor said of themselves at the door. */
    named: text('named'),
    /** What was chosen to be kept beside the answers. */
    traces: jsonb('traces').$type<Traces>(),
    /** What was wiped of it since it went on last: what comes afterwards is wiped in its turn. */
    wiped: text('wiped').$type<'contacts' | 'traces'>(),
    /** Marks that a person has set, by question, and what they said to the visitor: the newest line of `reviews`. */
    reviews: jsonb('reviews').$type<Record<string, number>>().notNull().default({}),
    notes: jsonb('notes').$type<Record<string, string>>().notNull().default({}),
    /** Its bit in `figureBits`: the how manyth of its quiz it was to be counted, from 0; null of what counts nowhere. */
    place: integer('place'),
    /** The edition by whose key it is scored; null by that of its own. */
    keyEdition: integer('key_edition'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId] }),
    index('runs_person')
      .on(t.workspaceId, t.quizId, t.person)
      .where(sql`${t.person} is not null`),
    uniqueIndex('runs_token').on(t.workspaceId, t.tokenHash),
    index('runs_contact')
      .on(t.workspaceId, t.contactId)
      .where(sql`${t.contactId} is not null`),
    index('runs_quiz').on(t.workspaceId, t.quizId, t.lastAt, t.runId),
    index('runs_seen').on(t.workspaceId, t.quizId, t.seenAt, t.runId),
    index('runs_uncounted')
      .on(t.workspaceId, t.quizId, t.seenAt)
      .where(sql`${t.countedSeq} < ${t.seq}`),
    index('runs_waiting').on(t.workspaceId, t.quizId, t.lastAt, t.runId).where(waits(t.countedKeys)),
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
/** What people have marked by hand, one line each time; never changed. */
export const reviews = pgTable(
  'reviews',
  {
    workspaceId: text('workspace_id').notNull(),
    runId: text('run_id').notNull(),
    quizId: text('quiz_id').notNull(),
    questionId: text('question_id').notNull(),
    /** Which one of this question in this run. */
    change: integer('change').notNull(),
    /** Null where they were taken back. */
    marks: doublePrecision('marks'),
    note: text('note').notNull().default(''),
    at: at('at').notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId, t.questionId, t.change] }),
    index('reviews_newest').on(t.workspaceId, t.quizId, t.questionId, t.at),
    foreignKey({ columns: [t.workspaceId, t.runId], foreignColumns: [runs.workspaceId, runs.runId] }).onDelete(
      'cascade',
    ),
  ],
);
/** Files that visitors leave in contact forms. */
export const runFiles = pgTable(
  'run_files',
  {
    workspaceId: text('workspace_id').notNull(),
    runId: text('run_id').notNull(),
    /** Of what it holds and of where it was left: the same file, sent twice, is one. */
    fileId: text('file_id').notNull(),
    name: text('name').notNull(),
    /** What it is, by its first bytes. */
    type: text('type').notNull(),
    bytes: bytea('bytes').notNull(),
    size: integer('size').notNull(),
    addedAt: at('added_at').notNull().defaultNow(),
    /** It stands in a form that was sent. What does not goes after a day. */
    isSent: boolean('is_sent').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId, t.fileId] }),
    index('run_files_unsent')
      .on(t.addedAt)
      .where(sql`not ${t.isSent}`),
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
/** Bits in a row of `figureBits`. */
export const CHUNK = 4_096;
/**
 * Which runs count for a key, a bit for each: the runs of a quiz by their `place`, so many to a row. Of any selection of runs all figures
 * are counted by it; rebuilt from the runs at will. A row in which nothing is set need not be there.
 */
export const figureBits = pgTable(
  'figure_bits',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    key: text('key').notNull(),
    chunk: integer('chunk').notNull(),
    bits: bit('bits', { dimensions: CHUNK }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.key, t.chunk] }), ofQuiz(t)],
);
/** The next place to be given to a run of a quiz. */
export const figurePlaces = pgTable(
  'figure_places',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    next: integer('next').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId] }), ofQuiz(t)],
);
/** Filters of Findings that were given a name. */
export const findingsViews = pgTable(
  'findings_views',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    name: text('name').notNull(),
    /** As `writeConditions` writes them. */
    where: text('where').notNull(),
    /** Of the group beside it; null where there is none. */
    against: text('against'),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.name] }), ofQuiz(t)],
);
/** Charts of a quiz as somebody arranged them: a list of `Panel`. */
export const boards = pgTable(
  'boards',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    version: integer('version').notNull(),
    panels: jsonb('panels').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId] }), ofQuiz(t)],
);
/**
 * Runs of old scored by the key of a newer edition: what that would change is looked at first, then it is done, and may be undone whole. Each
 * of these goes through all runs by their ids, a batch at a time.
 */
export const rescorings = pgTable(
  'rescorings',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    /** The how manyth of its quiz. */
    rescoring: integer('rescoring').notNull(),
    keyEdition: integer('key_edition').notNull(),
    state: text('state').$type<RescoringState>().notNull(),
    /** Runs that it has come past in this state, of how many. */
    done: integer('done').notNull().default(0),
    of: integer('of').notNull(),
    /** The last run that it has come past. */
    after: text('after').notNull().default(''),
    /** What would change, as far as it has looked. */
    changes: jsonb('changes').$type<Changes>().notNull(),
    at: at('at').notNull().defaultNow(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.rescoring] }), ofQuiz(t)],
);
/** The runs that it has changed, and by which edition's key they were scored before. */
export const rescoredRuns = pgTable(
  'rescored_runs',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    rescoring: integer('rescoring').notNull(),
    runId: text('run_id').notNull(),
    was: integer('was'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.quizId, t.rescoring, t.runId] }),
    index('rescored_runs_run').on(t.workspaceId, t.runId),
    foreignKey({ columns: [t.workspaceId, t.runId], foreignColumns: [runs.workspaceId, runs.runId] }).onDelete(
      'cascade',
    ),
  ],
);
/** Groups of visitors who answer alike that were given a name, by a run of each. */
export const namedGroups = pgTable(
  'named_groups',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    runId: text('run_id').notNull(),
    name: text('name').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId] }),
    index('named_groups_quiz').on(t.workspaceId, t.quizId),
    foreignKey({ columns: [t.workspaceId, t.runId], foreignColumns: [runs.workspaceId, runs.runId] }).onDelete(
      'cascade',
    ),
  ],
);
/** What those who made the quiz note to themselves about a run. */
export const runNotes = pgTable(
  'run_notes',
  {
    workspaceId: text('workspace_id').notNull(),
    runId: text('run_id').notNull(),
    words: text('words').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId] }),
    foreignKey({ columns: [t.workspaceId, t.runId], foreignColumns: [runs.workspaceId, runs.runId] }).onDelete(
      'cascade',
    ),
  ],
);
/** What was wiped, and when. */
export const wipes = pgTable(
  'wipes',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    at: at('at').notNull(),
    /** What creators chose to be wiped, or runs that were put away as a file by whoever operates the installation. */
    what: text('what').$type<'contacts' | 'traces' | 'runs' | 'away'>().notNull(),
    runs: integer('runs').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.at] }), ofQuiz(t)],
);

/** @property quiz where it was @property page the page around, where that is kept */
export type Consent = { text: string; version: number; at: string; quiz?: string; page?: string } | null;
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
    consent: jsonb('consent').$type<Consent>(),
    firstAt: at('first_at').notNull().defaultNow(),
    lastAt: at('last_at').notNull().defaultNow(),
    /** When somebody followed the link in a letter to the address; null where they have not, or were not asked to. */
    confirmedAt: at('confirmed_at'),
    /** Whom somebody has been said to be the same as: that contact stands in the list for both. It is joined to nobody itself. */
    joinedTo: text('joined_to'),
    /** What somebody is searched by: the address, and what they left. Lower case. */
    words: text('words')
      .notNull()
      .generatedAlwaysAs(sql`lower(email || ' ' || jsonb_path_query_array(fields, '$.*')::text)`),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.contactId] }),
    index('contacts_email').on(t.workspaceId, t.email),
    index('contacts_last').on(t.workspaceId, t.lastAt, t.contactId),
    index('contacts_joined')
      .on(t.workspaceId, t.joinedTo)
      .where(sql`${t.joinedTo} is not null`),
    index('contacts_words').using('gin', sql`${t.words} gin_trgm_ops`),
  ],
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
    /** Whom on the list of the quiz it invites. */
    listedId: text('listed_id'),
    recipient: text('recipient').notNull(),
    /** Makers get what they asked for, whoever has unsubscribed. */
    audience: text('audience').$type<'visitor' | 'makers'>().notNull().default('visitor'),
    language: text('language').notNull().default('en'),
    subject: text('subject').notNull(),
    sheet: jsonb('sheet').$type<Sheet>().notNull(),
    writtenAt: at('written_at').notNull().defaultNow(),
    /** It is not sent before. */
    dueAt: at('due_at'),
    /** It is not sent to who has finished. */
    unfinished: boolean('unfinished').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.letterId] }),
    index('letters_run').on(t.workspaceId, t.runId),
    index('letters_quiz').on(t.workspaceId, t.quizId, t.writtenAt),
    index('letters_recipient').on(t.workspaceId, sql`lower(${t.recipient})`),
    ofQuiz(t),
  ],
);
/** Letters about many runs that are due, one for each cause; gone when they are written. */
export const gatherings = pgTable(
  'gatherings',
  {
    workspaceId: text('workspace_id').notNull(),
    quizId: text('quiz_id').notNull(),
    messageId: text('message_id').notNull(),
    dueAt: at('due_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.quizId, t.messageId, t.dueAt] }), ofQuiz(t)],
);
/** What holds for all letters of a workspace; none where all is as usual. */
export const mailing = pgTable('mailing', {
  workspaceId: text('workspace_id')
    .primaryKey()
    .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
  /** Nothing goes out to visitors since then. */
  stoppedAt: at('stopped_at'),
  /** Letters to visitors in a minute; null for as many as the post office takes. */
  perMinute: integer('per_minute'),
  /** When nothing goes out to visitors: hours of a day in a time zone. */
  quiet: jsonb('quiet').$type<Quiet>(),
  /** When the next letter may go, where they go at a pace. */
  nextAt: at('next_at'),
});
/** Who gets no more letters, as a hash of the address: it outlives everything else that is known of them. */
export const unsubscribed = pgTable(
  'unsubscribed',
  {
    workspaceId: text('workspace_id')
      .notNull()
      .references(() => workspaces.workspaceId, { onDelete: 'cascade' }),
    personHash: text('person_hash').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.workspaceId, t.personHash] })],
);
/** Certificates that somebody has fetched, by the number that stands on them. */
export const certificates = pgTable(
  'certificates',
  {
    workspaceId: text('workspace_id').notNull(),
    runId: text('run_id').notNull(),
    blockId: text('block_id').notNull(),
    quizId: text('quiz_id').notNull(),
    number: text('number').notNull(),
    issuedAt: at('issued_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.runId, t.blockId] }),
    uniqueIndex('certificates_number').on(t.workspaceId, t.quizId, t.number),
    foreignKey({ columns: [t.workspaceId, t.runId], foreignColumns: [runs.workspaceId, runs.runId] }).onDelete(
      'cascade',
    ),
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
    state: text('state').$type<'waiting' | 'delivered' | 'failed' | 'held' | 'unsubscribed' | 'needless'>().notNull(),
    tries: integer('tries').notNull().default(0),
    trouble: text('trouble').notNull().default(''),
    changedAt: at('changed_at').notNull().defaultNow(),
    /** Its turn, where letters go at a pace. */
    turnAt: at('turn_at'),
  },
  (t) => [
    primaryKey({ columns: [t.workspaceId, t.letterId] }),
    index('deliveries_tray').on(t.workspaceId, t.quizId, t.state, t.writtenAt, t.letterId),
    index('deliveries_newest').on(t.workspaceId, t.quizId, t.writtenAt, t.letterId),
    // Of all workspaces, for whoever operates the installation.
    index('deliveries_failed')
      .on(t.changedAt)
      .where(sql`${t.state} = 'failed'`),
    foreignKey({
      columns: [t.workspaceId, t.letterId],
      foreignColumns: [letters.workspaceId, letters.letterId],
    }).onDelete('cascade'),
  ],
);
