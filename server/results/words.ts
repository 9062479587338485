/** What visitors wrote themselves: answers in their own words, and what else they said beside the options. */
import type { AnswerOf } from '../../contract';
import { isMachine } from '../../core/access/oddity';
import { questionsOnWay } from '../../core/flow/run';
import { marksOf } from '../../core/questions/credit';
import { answerText, offeredBy } from '../../core/questions/registry';
import { fold } from '../../core/text/fold';
import { isAnswered, isFreeEntry } from '../../core/values/answer';
import { type Condition, wantedOf } from '../../core/stats/filter';
import type { Membership } from '../../db/queries/members';
import { startedRuns } from '../../db/queries/runs';
import { getQuiz } from '../accounts/own-quiz';
import { reading } from '../platform/database';
import { countRuns } from './count-runs';
import { ownRunOf } from '../publishing/editions';

/** Runs whose words are read, the newest. */
const MOST_READ = 2_000;
const MOST_WORDS = 500;
const BATCH = 500;

/** What visitors wrote for a question themselves: equal words once, however they are written. */
export async function wordsOf(
  member: Membership,
  quizId: string,
  questionId: string,
  where: readonly Condition[] = [],
): Promise<AnswerOf<'GET /api/quizzes/{quiz}/words/{question}'>> {
  await getQuiz(member, quizId);
  if (where.length > 0) await countRuns(member.workspaceId, quizId);
  const wanted = where.length > 0 ? wantedOf(where) : undefined;
  const from = await reading();
  const said = new Map<string, { words: string; count: number; right: boolean | null }>();
  let [read, before]: [number, { lastAt: Date; runId: string } | undefined] = [0, undefined];
  for (;;) {
    const rows = await startedRuns(from, member.workspaceId, quizId, { most: BATCH, before, wanted });
    for (const row of rows) {
      if (row.isTrial || isMachine(row.odd)) continue;
      const { quiz, run } = await ownRunOf(row);
      const question = questionsOnWay(quiz, run).find(({ id }) => id === questionId);
      // On a page with a gate the first try counts.
      const answer = run.first[questionId] ?? run.answers[questionId];
      if (!question || !isAnswered(answer)) continue;
      const words = isFreeEntry(answer) ? answer.text : offeredBy(question) ? '' : answerText(question, answer);
      if (words.trim() === '') continue;
      const key = fold(words);
      const known = said.get(key);
      const { credit } = marksOf(question, answer, run.reviews[questionId]);
      if (known) known.count += 1;
      else said.set(key, { words: words.trim(), count: 1, right: credit === null ? null : credit > 0 });
    }
    read += rows.length;
    before = rows.at(-1);
    if (rows.length < BATCH || read >= MOST_READ) {
      const words = [...said.values()].sort((a, b) => b.count - a.count || (a.words < b.words ? -1 : 1));
      return { read, isAll: rows.length < BATCH, words: words.slice(0, MOST_WORDS) };
    }
  }
}
