/** The board of a quiz: charts that somebody arranged, with what they show. */
import type { AnswerOf, BodyOf } from '../../contract';
import type { Panel } from '../../contract/boards';
import { COLUMNS } from '../../core/stats/boards';
import { type Chart, partsOf, subjectsIn } from '../../core/stats/charts';
import type { Condition } from '../../core/stats/filter';
import { boardOfQuiz, putBoard } from '../../db/queries/boards';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { chartIn, sourceOf } from './charts';

type Board = AnswerOf<'GET /api/quizzes/{quiz}/board'>;

/** The board as it was kept, and its charts over the runs that are meant. */
export async function boardOf(member: Membership, quizId: string, where: readonly Condition[] = []): Promise<Board> {
  const { workspaceId } = await getQuiz(member, quizId);
  const found = await boardOfQuiz(database(), workspaceId, quizId);
  // What was kept was checked by the contract.
  const panels = (found?.panels ?? []) as Panel[];
  const source = await sourceOf(member, quizId, where);
  if (!source) return { version: found?.version ?? 0, panels, subjects: [], charts: [] };
  const charts: Chart[] = [];
  for (const id of new Set(panels.map(({ of }) => of))) {
    const chart = await chartIn(source, id);
    if (chart) charts.push(chart);
  }
  const { quiz, figures } = source;
  return {
    ...{ version: found?.version ?? 0, panels },
    subjects: subjectsIn(quiz).map((subject) => ({
      ...subject,
      crosses: (partsOf(quiz, figures, subject.id)?.length ?? 0) > 0,
    })),
    charts,
  };
}

/** Keeps a board whole, in place of the one that it was made from. @throws HttpError 400; 409 where somebody else has changed that */
export async function keepBoard(
  member: Membership,
  quizId: string,
  { version, panels }: BodyOf<'PUT /api/quizzes/{quiz}/board'>,
): Promise<AnswerOf<'PUT /api/quizzes/{quiz}/board'>> {
  requireEditor(member);
  const { workspaceId } = await getQuiz(member, quizId);
  if (new Set(panels.map(({ id }) => id)).size < panels.length)
    throw new HttpError(400, 'not-valid', 'Two charts have the same id. Nothing was kept.');
  if (panels.some(({ x, w }) => x + w > COLUMNS))
    throw new HttpError(
      400,
      'not-valid',
      `A chart stands beyond the ${COLUMNS} columns of the board. Nothing was kept.`,
    );
  const kept = await putBoard(database(), { workspaceId, quizId, version, panels });
  if (!kept)
    throw new HttpError(409, 'changed', 'Somebody else has changed this board meanwhile. What they did is shown now.');
  return { version: version + 1 };
}
