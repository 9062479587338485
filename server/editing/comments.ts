/** What those who write say to each other about a block. It is no part of the quiz. */
import type { Comment } from '../../contract/comments';
import { commentsOf, type CommentRow, countComments, insertComment, setCommentDone } from '../../db/queries/comments';
import type { Membership } from '../../db/queries/members';
import { lockQuiz } from '../../db/queries/quizzes';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';

const MOST = 2_000;

const told = ({ commentId, block, answers, words, by, at, doneAt, doneBy }: CommentRow): Comment => ({
  id: commentId,
  block,
  ...(answers === null ? {} : { answers }),
  words,
  by,
  at: at.toISOString(),
  ...(doneAt && doneBy !== null ? { done: { at: doneAt.toISOString(), by: doneBy } } : {}),
});

export async function listComments(member: Membership, quizId: string): Promise<Comment[]> {
  const { workspaceId } = await getQuiz(member, quizId);
  return (await commentsOf(database(), workspaceId, quizId)).map(told);
}

/** @throws HttpError 422 where nothing is said, or what it answers is not there; 413 where there are too many */
export async function addComment(
  member: Membership,
  quizId: string,
  { id, block, answers, words }: { id: string; block: string; answers?: string; words: string },
  at = new Date(),
): Promise<Comment[]> {
  requireEditor(member);
  const { workspaceId, name } = member;
  const said = words.trim();
  if (said === '') throw new HttpError(422, 'not-valid', 'Nothing is said yet.');
  await database().transaction(async (tx) => {
    const quiz = await lockQuiz(tx, workspaceId, quizId);
    if (!quiz || quiz.deletedAt) throw notFound('This quiz');
    if ((await countComments(tx, workspaceId, quizId)) >= MOST)
      throw new HttpError(413, 'too-many', `${MOST.toLocaleString('en')} comments are the most that a quiz can have.`);
    const first =
      answers === undefined ? null : (await commentsOf(tx, workspaceId, quizId)).find((c) => c.commentId === answers);
    if (first === undefined) throw new HttpError(422, 'not-valid', 'What this answers is not there any more.');
    await insertComment(tx, {
      workspaceId,
      quizId,
      commentId: id,
      block: first?.block ?? block,
      answers: first?.answers ?? first?.commentId ?? null,
      words: said,
      by: name,
      at,
    });
  });
  return listComments(member, quizId);
}

export async function setDone(
  member: Membership,
  quizId: string,
  commentId: string,
  isDone: boolean,
  at = new Date(),
): Promise<Comment[]> {
  requireEditor(member);
  const { workspaceId } = await getQuiz(member, quizId);
  const done = isDone ? { at, by: member.name } : null;
  if (!(await setCommentDone(database(), workspaceId, quizId, commentId, done))) throw notFound('This comment');
  return listComments(member, quizId);
}
