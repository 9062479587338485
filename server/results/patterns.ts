/** What goes with what in the newest runs of the live edition. */
import type { AnswerOf } from '../../contract';
import { isMachine } from '../../core/access/oddity';
import { nameOf, questionsOf, quizIndex } from '../../core/document/lookup';
import type { Recorded } from '../../core/flow/walk';
import { bar } from '../../core/questions/drawing';
import { offeredBy } from '../../core/questions/registry';
import { OTHER } from '../../core/questions/choice/options';
import { type Condition, wantedOf } from '../../core/stats/filter';
import { patternsAmong } from '../../core/stats/patterns';
import { RunReader } from '../../core/stats/reading';
import { type Alike, type Answered } from '../../core/stats/alike';
import { scalesTogether } from '../../core/stats/scales-together';
import { resultOf } from '../../core/flow/result';
import { questionsOnWay, type Run } from '../../core/flow/run';
import type { Quiz } from '../../core/schema/quiz';
import type { Membership } from '../../db/queries/members';
import { startedRuns } from '../../db/queries/runs';
import { getQuiz } from '../accounts/own-quiz';
import { inBackground } from '../platform/background/pool';
import { database, reading } from '../platform/database';
import { countForNow } from './count-runs';
import { editionOf, ownRunOf } from '../publishing/editions';
import { namesOfGroups } from '../../db/queries/named-groups';
import { pairsOfAnswers, pairsWithOutcomes } from './together';
import { recordedOf } from './why';

/** Runs that are read, the newest. */
const MOST_READ = 3_000;
/** Of them, those that are walked again with other answers. */
const MOST_WALKED = 300;
const BATCH = 500;
const MOST_SHOWN = 40;

type Told = AnswerOf<'GET /api/quizzes/{quiz}/patterns'>;

export async function patternsOf(member: Membership, quizId: string, where: readonly Condition[] = []): Promise<Told> {
  const { workspaceId } = member;
  const { liveEdition } = await getQuiz(member, quizId);
  if (liveEdition === null) return { patterns: null };
  const quiz = await editionOf(workspaceId, quizId, liveEdition);
  await countForNow(workspaceId, quizId);
  const wanted = where.length > 0 ? wantedOf(where) : undefined;
  const from = await reading();
  const reader = new RunReader(quiz);
  const walked: Recorded[] = [];
  const answered: Answered[] = [];
  let [read, isAll]: [number, boolean] = [0, false];
  for (let before: { lastAt: Date; runId: string } | undefined; read < MOST_READ && !isAll;) {
    const rows = await startedRuns(from, workspaceId, quizId, { most: BATCH, before, wanted });
    for (const row of rows) {
      // What was answered on another edition may have meant something else.
      if (row.edition !== liveEdition || !row.finishedAt || row.isTrial || isMachine(row.odd)) continue;
      const { run } = await ownRunOf(row);
      reader.add(run);
      if (walked.length < MOST_WALKED) walked.push(recordedOf(row.runId, run));
      answered.push(answeredOf(quiz, row.runId, run));
    }
    read += rows.length;
    before = rows.at(-1);
    isAll = rows.length < BATCH;
  }
  const stats = reader.stats();
  const among = {
    ...{ workspaceId, quizId },
    wanted: wantedOf([
      ...where,
      { on: 'edition', of: '', any: [String(liveEdition)] },
      { on: 'finished', of: '', any: ['yes'] },
    ]),
  };
  const together = patternsAmong(await pairsOfAnswers(quiz, among));
  const deciding = await inBackground(workspaceId, 'deciding', { quiz, runs: walked });
  const alike = await inBackground(workspaceId, 'alike', { quiz, runs: answered });
  const { runs, pairs } = await pairsWithOutcomes(quiz, among);
  const { tests, method, found } = patternsAmong(pairs);
  const links = scalesTogether(reader.scalesTogether());
  const { questions, outcomes } = quizIndex(quiz);
  const words = (question: string, option: string) => {
    const offered = offeredBy(questions.get(question));
    const one = offered?.options.find(({ id }) => id === option);
    return option === OTHER ? 'Something else' : one?.text || (one?.picture?.text ?? option);
  };
  const nameOfId = (id: string) => {
    const asked = questions.get(id);
    return asked ? nameOf(asked) : id;
  };
  return {
    patterns: {
      ...{ edition: liveEdition, runs, read: stats.runs, walked: walked.length, tests, method },
      found: found.slice(0, MOST_SHOWN).map(({ verdict, outcome, question, option, ...pattern }) => {
        return {
          ...pattern,
          ...{ verdict, outcome: outcomes.get(outcome)?.outcome.name ?? outcome },
          ...{ question: nameOfId(question), option: words(question, option) },
        };
      }),
      questions: questionsOf(quiz).flatMap((q) => {
        const { difficulty, discrimination, answered } = stats.questions[q.id] ?? {};
        if (difficulty === undefined || difficulty === null) return [];
        return [
          { id: q.id, name: nameOf(q), answered: answered ?? 0, difficulty, discrimination: discrimination ?? null },
        ];
      }),
      scales: [
        ...quiz.scales.map(({ id, name }) => ({ id, name, ...scaleOf(stats.scales[id]) })),
        { id: 'marks', name: 'Marks', ...scaleOf(stats.marks) },
      ].filter(({ alpha }) => alpha !== null),
      together: {
        ...{ tests: together.tests, method: together.method },
        found: together.found
          .slice(0, MOST_SHOWN)
          .map(({ verdict: other, outcome: otherOption, question, option, ...pair }) => ({
            ...pair,
            ...{ question: nameOfId(question), option: words(question, option) },
            ...{ other: nameOfId(other), otherOption: words(other, otherOption) },
          })),
      },
      links: {
        method: links.method,
        found: links.links.map(({ one, other, ...link }) => ({
          ...link,
          ...{ one: scaleName(quiz, one), other: scaleName(quiz, other) },
        })),
      },
      alike: {
        ...{ runs: alike.runs, silhouette: alike.silhouette },
        groups: await groupsInWords(member, quizId, quiz, alike, { nameOfId, words }),
      },
      deciding: quiz.verdicts.map(({ id, name }) => ({
        ...{ id, name },
        questions: (deciding[id] ?? []).map(({ question, turned, runs }) =>
          bar(question, nameOfId(question), turned, runs),
        ),
      })),
    },
  };
}

/** A run as answers to be compared with others. */
const answeredOf = (quiz: Quiz, id: string, run: Run): Answered => ({
  id,
  answers: Object.fromEntries(
    questionsOnWay(quiz, run).flatMap((q) => {
      const answer = run.answers[q.id];
      return answer === undefined ? [] : [[q.id, answer]];
    }),
  ),
  outcomes: Object.values(resultOf(quiz, run).verdicts).flatMap((verdict) => verdict.outcomes),
});

const scaleName = (quiz: Quiz, id: string): string =>
  id === 'marks' ? 'Marks' : (quiz.scales.find((scale) => scale.id === id)?.name ?? id);

type InWords = { nameOfId: (question: string) => string; words: (question: string, option: string) => string };

/** Groups by what tells them, each by the name that somebody gave it. */
async function groupsInWords(
  { workspaceId }: Membership,
  quizId: string,
  quiz: Quiz,
  { groups }: Alike,
  { nameOfId, words }: InWords,
): Promise<NonNullable<Told['patterns']>['alike']['groups']> {
  const names = await namesOfGroups(database(), workspaceId, quizId);
  const { outcomes } = quizIndex(quiz);
  return groups.map(({ middle, runs, members, answers, outcomes: reached }) => {
    // A group is known again by the run that it was named by, wherever its middle lies now.
    const named = names.find(({ runId }) => members.includes(runId));
    return {
      ...{ run: named?.runId ?? middle, name: named?.name ?? '', runs },
      answers: answers.map(({ question, option, ...counts }) => ({
        ...counts,
        ...{ question: nameOfId(question), option: words(question, option) },
      })),
      outcomes: Object.entries(reached)
        .sort(([, a], [, b]) => b - a)
        .map(([id, count]) => bar(id, outcomes.get(id)?.outcome.name ?? id, count, runs)),
    };
  });
}

const scaleOf = ({
  mean = null,
  sd = null,
  alpha = null,
}: { mean?: number | null; sd?: number | null; alpha?: number | null } = {}) => ({
  mean,
  sd,
  alpha,
});
