import type { Quiz } from '../core/quiz/schema';
import { findEdition, liveAt } from '../db/queries/quizzes';
import { database } from './database';
import { notFound } from './problem';

// Editions never change, so any process may keep them; the oldest goes when there are too many.
const kept = new Map<string, Quiz>();
const MOST_KEPT = 200;

/** The document of an edition. */
export async function editionOf(workspaceId: string, quizId: string, edition: number): Promise<Quiz> {
  const key = `${workspaceId} ${quizId} ${edition}`;
  const known = kept.get(key);
  if (known) return known;
  const document = await findEdition(database(), workspaceId, quizId, edition);
  if (!document) throw notFound('This edition');
  const oldest = kept.keys().next();
  if (kept.size >= MOST_KEPT && !oldest.done) kept.delete(oldest.value);
  kept.set(key, document);
  return document;
}

export type Live = { workspaceId: string; quizId: string; edition: number; quiz: Quiz };

/** What stands live at an address. */
export async function liveQuiz(address: string): Promise<Live> {
  const live = await liveAt(database(), address);
  if (!live) throw notFound('This quiz');
  return { ...live, quiz: await editionOf(live.workspaceId, live.quizId, live.edition) };
}
