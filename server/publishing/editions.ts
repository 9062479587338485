import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { editionFor } from '../../core/access/versions';
import { rekeyed } from '../../core/document/rekeyed';
import { foldRun, type Run } from '../../core/flow/run';
import { inLanguage, keyedIn } from '../../core/languages/translate';
import type { Quiz } from '../../core/schema/quiz';
import type { Db, Tx } from '../../db/client';
import type { AccessRow } from '../../db/queries/access';
import { findEdition } from '../../db/queries/editions';
import { liveAt } from '../../db/queries/quizzes';
import type { RunRow, RunWithEvents } from '../../db/queries/runs';
import { database } from '../platform/database';
import { readConfig } from '../platform/config';
import { notFound } from '../platform/http-error';
import { looked } from '../platform/metrics';

// Cache editions in every process, because they are immutable.
const kept = new LRUCache<string, Quiz>({ max: 200 });

/**
 * The document of an edition.
 * @param db the transaction, for whoever is in one: with a second connection each, as many as there are connections would wait for one another
 */
export async function editionOf(
  workspaceId: string,
  quizId: string,
  edition: number,
  db: Db | Tx = database(),
): Promise<Quiz> {
  const key = `${workspaceId} ${quizId} ${edition}`;
  const known = looked('editions', kept.get(key));
  if (known) return known;
  const document = await findEdition(db, workspaceId, quizId, edition);
  if (!document) throw notFound('This edition');
  kept.set(key, document);
  return document;
}

type Within = (quiz: Quiz, language: string | null) => Quiz;

/** What a run was taken on, and what its results are read by: the same, but where a newer key counts for it. */
async function documentsOf(row: RunRow, within: Within, db?: Db | Tx): Promise<{ taken: Quiz; quiz: Quiz }> {
  const edition = async (number: number) =>
    within(await editionOf(row.workspaceId, row.quizId, number, db), row.language);
  const taken = await edition(row.edition);
  return { taken, quiz: row.keyEdition === null ? taken : rekeyed(taken, await edition(row.keyEdition)) };
}

/** The document that a run is read by: of its edition, in its language. */
export const quizOf = async (row: RunRow, db?: Db | Tx): Promise<Quiz> => (await documentsOf(row, inLanguage, db)).quiz;

const read = async (row: RunWithEvents, within: Within, db?: Db | Tx): Promise<{ quiz: Quiz; run: Run }> => {
  const { taken, quiz } = await documentsOf(row, within, db);
  return { quiz, run: foldRun(taken, row, row.events, quiz) };
};

/** A run as it stands, and the document it is read by. */
export const runOf = (row: RunWithEvents, db?: Db | Tx) => read(row, inLanguage, db);

/** The same for whoever reads its results: in the quiz's own words, scored as in the language of the run. */
export const ownRunOf = (row: RunWithEvents, db?: Db | Tx) => read(row, keyedIn, db);

/** The same, scored by the key of another document. */
export async function ownRunBy(row: RunWithEvents, by: Quiz): Promise<{ quiz: Quiz; run: Run }> {
  const { taken } = await documentsOf(row, keyedIn);
  const quiz = rekeyed(taken, keyedIn(by, row.language));
  return { quiz, run: foldRun(taken, row, row.events, quiz) };
}

export type LiveEdition = { workspaceId: string; quizId: string; edition: number; quiz: Quiz; access: AccessRow };

/** What stands live at an address. */
export async function liveQuiz(address: string): Promise<LiveEdition> {
  const live = await liveAt(database(), address);
  if (!live) throw notFound('This quiz');
  return { ...live, quiz: await editionOf(live.workspaceId, live.quizId, live.edition) };
}

/**
 * The edition that this visitor begins with, where two are shown side by side.
 * @param visitor what tells them apart from others, and stays the same
 * @param shown the edition whose first page they have before them
 */
export async function versionFor(live: LiveEdition, visitor: string, shown?: number): Promise<LiveEdition> {
  const { workspaceId, quizId, access } = live;
  const edition = editionFor(access.settings, live.edition, `${quizId} ${visitor}`, shown);
  return edition === live.edition ? live : { ...live, edition, quiz: await editionOf(workspaceId, quizId, edition) };
}

const marks = new WeakMap<Quiz, Map<string, string>>();

/** What an edition is kept by in caches: its number, and a digest of all that its first page is made of. It never means anything else. */
export function markOf({ workspaceId, quizId, edition, quiz, access }: LiveEdition): string {
  // The words for whoever shares it stand in the head of the page, and its script tells where visitors come from: both change without an edition.
  const { shared: words = null, keeps = null } = access.settings;
  const shared = JSON.stringify([words, keeps?.page]);
  const ofQuiz = marks.get(quiz) ?? new Map<string, string>();
  marks.set(quiz, ofQuiz);
  const known = ofQuiz.get(shared);
  if (known) return known;
  const parts = [workspaceId, quizId, readConfig().publicUrl, quiz, shared];
  const made = createHash('sha256').update(JSON.stringify(parts));
  const mark = `${edition}-${made.digest('hex').slice(0, 20)}`;
  // Words that are tried one after the other are not kept for ever.
  if (ofQuiz.size >= 20) ofQuiz.clear();
  ofQuiz.set(shared, mark);
  return mark;
}

/** The edition of a mark, at its address, live or not any more. */
export async function markedQuiz(address: string, mark: string): Promise<LiveEdition> {
  const live = await liveQuiz(address);
  const edition = Number(/^\d{1,9}(?=-)/.exec(mark)?.[0]);
  if (!edition) throw notFound('This edition');
  const quiz = await editionOf(live.workspaceId, live.quizId, edition);
  const marked = { ...live, edition, quiz };
  if (markOf(marked) !== mark) throw notFound('This edition');
  return marked;
}
