/** Answers that a person marks: those that wait, equal ones once; and the key overruled for one run. */
import type { AnswerOf, BodyOf } from '../../contract';
import { nameOf, quizIndex, questionsOf, wordingOf } from '../../core/document/lookup';
import { resultOf } from '../../core/flow/result';
import { answerText, isKeyed, isReviewed } from '../../core/questions/registry';
import type { Question } from '../../core/schema/quiz';
import { fold } from '../../core/text/fold';
import { grouped } from '../../core/values/grouped';
import { figuresOf } from '../../db/queries/figures';
import type { Membership } from '../../db/queries/members';
import { lockRuns, newestReviews, type Review, runsThatWait, setReviews } from '../../db/queries/reviews';
import { oneRun, type RunWithEvents } from '../../db/queries/runs';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { tellOfRun } from '../integrations/tell';
import { HttpError, notFound } from '../platform/http-error';
import { enqueueRelease } from '../platform/jobs';
import { editionOf, ownRunOf, runOf } from '../publishing/editions';
import { countRuns } from './count-runs';

/** Runs that are read for a question, those that wait longest; the next ones come when these are marked. */
const MOST_READ = 1_000;
const MOST_GROUPS = 200;
const MOST_MARKED = 30;
/** Runs that are named of a group. */
const NAMED = 3;

type List = AnswerOf<'GET /api/quizzes/{quiz}/reviews'>;
type Queue = AnswerOf<'GET /api/quizzes/{quiz}/reviews/{question}'>;

/** The questions in which something waits, or can. */
export async function questionsToReview(member: Membership, quizId: string): Promise<List> {
  const { workspaceId } = member;
  const { liveEdition, draft } = await getQuiz(member, quizId);
  if (liveEdition === null) return { questions: [] };
  await countRuns(workspaceId, quizId);
  const [quiz, figures] = await Promise.all([
    editionOf(workspaceId, quizId, liveEdition),
    figuresOf(database(), workspaceId, quizId),
  ]);
  const now = questionsOf(quiz);
  const old = questionsOf(draft).filter(({ id }) => now.every((q) => q.id !== id));
  const waitingFor = (id: string) => figures.get(`waits ${id}`) ?? 0;
  const listed = [...now, ...old].filter((q) => isReviewed(q) || waitsForRest(q) || waitingFor(q.id) > 0);
  // A question that is in older editions alone has no other name here.
  const ids = new Set(listed.map(({ id }) => id));
  const gone = [...figures].flatMap(([key, count]) => {
    const id = key.startsWith('waits ') ? key.slice('waits '.length) : '';
    return id && count > 0 && !ids.has(id) ? [{ id, name: id, waiting: count }] : [];
  });
  return {
    questions: [...listed.map((q) => ({ id: q.id, name: nameOf(q), waiting: waitingFor(q.id) })), ...gone],
  };
}

const waitsForRest = (question: Question): boolean => 'reviewRest' in question && question.reviewRest === true;

/** An answer of a run as it waits to be marked. */
async function readAnswer(row: RunWithEvents, questionId: string) {
  const { quiz, run } = await ownRunOf(row);
  const question = quizIndex(quiz).questions.get(questionId);
  // On a page with a gate the first try counts.
  const answer = run.first[questionId] ?? run.answers[questionId];
  return question && { question, words: answerText(question, answer) };
}

const keyOf = (words: string): string => fold(words);

/** What waits for a person of one question, and what was marked last. */
export async function toReview(member: Membership, quizId: string, questionId: string): Promise<Queue> {
  await getQuiz(member, quizId);
  const of = { workspaceId: member.workspaceId, quizId, questionId };
  await countRuns(of.workspaceId, quizId);
  const rows = await runsThatWait(database(), of, MOST_READ + 1);
  const groups = new Map<string, Queue['answers'][number]>();
  let asked: Question | undefined;
  for (const row of rows.slice(0, MOST_READ)) {
    const read = await readAnswer(row, questionId);
    if (!read) continue;
    asked = read.question;
    const key = keyOf(read.words);
    const known = groups.get(key);
    if (known) {
      known.count += 1;
      if (known.runs.length < NAMED) known.runs.push(row.runId);
    } else groups.set(key, { words: read.words, count: 1, runs: [row.runId], since: row.lastAt.toISOString() });
  }
  // What was marked at once was written alike.
  const together = grouped(await newestReviews(database(), of, MOST_READ), (r) => `${r.at.toISOString()} ${r.marks}`);
  const marked = await Promise.all(
    [...together.values()].slice(0, MOST_MARKED).map(async (all) => {
      const [review] = all;
      const row = review && (await oneRun(database(), of.workspaceId, quizId, review.runId));
      const read = row && (await readAnswer(row, questionId));
      asked ??= read?.question;
      return {
        runs: all.map(({ runId }) => runId),
        words: read?.words ?? '',
        marks: review?.marks ?? 0,
        note: review?.note ?? '',
        at: (review?.at ?? new Date()).toISOString(),
        by: review?.byName ?? '',
      };
    }),
  );
  return {
    prompt: asked ? wordingOf(asked) : '',
    of: asked?.marks ?? 1,
    answers: [...groups.values()].sort((a, b) => b.count - a.count).slice(0, MOST_GROUPS),
    isAll: rows.length <= MOST_READ && groups.size <= MOST_GROUPS,
    marked,
  };
}

/**
 * Sets marks by hand, of some runs or of all that wait with the same words; null takes them back. The visitor's result, what is
 * counted, and letters that waited for it follow.
 * @throws HttpError 404 where there is no such answer, 409 where the run goes on, 422 where nobody can mark it, or not with so many
 */
export async function mark(
  member: Membership,
  quizId: string,
  questionId: string,
  { runs, words, marks, note = '' }: BodyOf<'PUT /api/quizzes/{quiz}/reviews/{question}'>,
  now = new Date(),
): Promise<Queue & { done: number }> {
  requireEditor(member);
  const { workspaceId } = member;
  await getQuiz(member, quizId);
  const ids = runs ?? (await withWords({ workspaceId, quizId, questionId }, words ?? ''));
  const done = await database().transaction(async (tx) => {
    const rows = ids.length ? await lockRuns(tx, workspaceId, quizId, ids) : [];
    if (rows.length === 0) throw notFound('This answer');
    const set: Review[] = [];
    for (const row of rows) {
      await requireMarkable(row, questionId, marks);
      set.push({
        ...{ workspaceId, quizId, questionId, runId: row.runId, marks, note: marks === null ? '' : note.trim() },
        ...{ at: now, by: member.userId, byName: member.name },
      });
    }
    await setReviews(tx, set);
    for (const row of rows) await afterMarks(tx, row, questionId, marks, now);
    return rows.length;
  });
  return { ...(await toReview(member, quizId, questionId)), done };
}

/** Runs that wait with the same words, however they are written. */
async function withWords(
  of: { workspaceId: string; quizId: string; questionId: string },
  words: string,
): Promise<string[]> {
  const ids: string[] = [];
  for (const row of await runsThatWait(database(), of, MOST_READ)) {
    const read = await readAnswer(row, of.questionId);
    if (read && keyOf(read.words) === keyOf(words)) ids.push(row.runId);
  }
  return ids;
}

async function requireMarkable(row: RunWithEvents, questionId: string, marks: number | null): Promise<void> {
  const { quiz, run } = await ownRunOf(row);
  const question = quizIndex(quiz).questions.get(questionId);
  if (!question || run.answers[questionId] === undefined) throw notFound('This answer');
  if (!run.finished)
    throw new HttpError(409, 'goes-on', 'This run is not finished: its answers may still change. Nothing was marked.');
  if (!isKeyed(question) && !isReviewed(question))
    throw new HttpError(422, 'no-marks', 'This question has no marks. Nothing was changed.');
  const { marks: most = 1 } = question;
  if (marks !== null && marks > most)
    throw new HttpError(422, 'too-many', `Marks from 0 to ${most} can be given. Nothing was changed.`);
}

/** What the last marks of a run cause: a result that was kept back for them goes out, and other systems are told. */
async function afterMarks(
  tx: Parameters<typeof setReviews>[0],
  row: RunWithEvents,
  questionId: string,
  marks: number | null,
  now: Date,
): Promise<void> {
  if (marks === null || row.isTrial) return;
  const { quiz, run: before } = await runOf(row);
  const after = { ...before, reviews: { ...before.reviews, [questionId]: marks } };
  if (resultOf(quiz, before).marks.pending === 0 || resultOf(quiz, after).marks.pending > 0) return;
  const { workspaceId, quizId, runId } = row;
  if (quiz.delivery.held === 'marked') await enqueueRelease(tx, { workspaceId, quizId, runId });
  await tellOfRun(tx, 'review.done', { row, quiz, run: after }, now);
}
