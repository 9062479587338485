import { titleOf } from '../../db/queries/quizzes';
import type { LetterRow } from '../../db/queries/letters';
import { database } from '../platform/database';
import type { Drawn } from './drawn';
import { filledIn, letterWords } from './words';

/** What stands below a letter to a visitor: why it came, and how to get no more. */
export async function footOf(
  workspaceId: string,
  { quizId, language }: Pick<LetterRow, 'quizId' | 'language'>,
  url: string,
): Promise<NonNullable<Drawn['foot']>> {
  const { because, stop } = letterWords(language);
  return { because: filledIn(because, { quiz: await titleOf(database(), workspaceId, quizId) }), stop, url };
}
