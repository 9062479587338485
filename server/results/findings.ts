import { isMachine } from '../../core/access/oddity';
import { OTHER } from '../../core/questions/choice/options';
import { answerText, isKeyed, isReviewed, kindOf, modelOf, offeredBy } from '../../core/questions/registry';
import { marksOf } from '../../core/questions/credit';
import type { Findings, People, Person, PersonLine, Share } from '../../contract/results';
import { isContact, quizIndex, nameOf, questionsOf } from '../../core/document/lookup';
import type { Question, Quiz } from '../../core/schema/quiz';

import { knownName } from '../../core/flow/carry';
import { questionsOnWay, type Run } from '../../core/flow/run';
import { contactWords, type Result, resultOf } from '../../core/flow/result';
import { journeyOf, offersIn } from '../../core/stats/counts';
import { compareVersions } from '../../core/stats/two-versions';
import { wilson } from '../../core/values/wilson';
import { type Condition, wantedOf } from '../../core/stats/filter';
import { gradedOf } from '../../core/stats/charts';
import { fieldsOf } from '../../core/stats/fields';
import { paceOf, secondsByPage } from '../../core/stats/pace';
import { drawnQuestions, endsOf, spreadsOf } from '../../core/stats/drawings';
import { accessOf, secondSince } from '../../db/queries/access';
import { figuresAmong } from '../../db/queries/figure-bits';
import { figuresOf } from '../../db/queries/figures';
import type { Membership } from '../../db/queries/members';
import { fileLine, filesOfRuns } from '../../db/queries/run-files';
import { countByEdition, oneRun, startedRuns, timedEvents } from '../../db/queries/runs';
import { noteOf } from '../../db/queries/run-notes';
import { reviewsOfRun } from '../../db/queries/reviews';
import { countForNow } from './count-runs';
import { database, reading } from '../platform/database';
import { editionOf, ownRunOf } from '../publishing/editions';
import { notFound } from '../platform/http-error';
import { getQuiz } from '../accounts/own-quiz';

const WAYS = /^(started$|enter |route |outcome )/;

const valuesIn = (figures: ReadonlyMap<string, number>, question: string): Record<string, number> => {
  const start = `value ${question} `;
  return Object.fromEntries(
    [...figures].flatMap(([key, n]) => (n > 0 && key.startsWith(start) ? [[key.slice(start.length), n]] : [])),
  );
};

function countedOf(
  figures: ReadonlyMap<string, number>,
  question: Question,
): { values?: Record<string, number>; right?: number } {
  const of = modelOf(question)?.of;
  if (of === undefined || of === 'options') return {};
  return of === 'right'
    ? { right: figures.get(`right ${question.id}`) ?? 0 }
    : { values: valuesIn(figures, question.id) };
}

/** The figures of the live edition's questions and outcomes, over all editions. @param where what is true of the runs they are of; all where it is nothing @param isOthers of the runs of which it is not true */
export async function findingsOf(
  member: Membership,
  quizId: string,
  where: readonly Condition[] = [],
  { isOthers = false }: { isOthers?: boolean } = {},
): Promise<Findings | null> {
  const row = await getQuiz(member, quizId);
  if (row.liveEdition === null) return null;
  const quiz = await editionOf(member.workspaceId, quizId, row.liveEdition);
  const counting = await countForNow(member.workspaceId, quizId);
  const from = await reading();
  const among = (conditions: readonly Condition[]) =>
    figuresAmong(from, { workspaceId: member.workspaceId, quizId, wanted: wantedOf(conditions) });
  const figures = isOthers
    ? without(await among([]), await among(where))
    : where.length === 0
      ? await figuresOf(from, member.workspaceId, quizId)
      : await among(where);
  const count = (key: string) => figures.get(key) ?? 0;
  const share = (id: string, name: string, n: number, of: number): Share => {
    const interval = wilson(Math.min(n, of), of);
    return { id, name, count: n, share: of === 0 ? 0 : n / of, low: interval?.low ?? 0, high: interval?.high ?? 0 };
  };
  return {
    journey: journeyOf(quiz, count),
    questions: questionsOf(quiz).map((q) => {
      const answered = count(`answered ${q.id}`);
      const offered = offeredBy(q);
      const options = [
        ...(offered?.options.map((o) => ({ id: o.id, words: o.text || o.picture?.text || o.id })) ?? []),
        ...(offered?.other ? [{ id: OTHER, words: 'Something else' }] : []),
      ].map(({ id, words }) => share(id, words, count(`option ${q.id} ${id}`), answered));
      return {
        id: q.id,
        name: nameOf(q),
        kind: q.kind,
        many: offered?.pick === 'many',
        answered,
        options,
        ...countedOf(figures, q),
      };
    }),
    drawn: drawnQuestions(quiz, figures),
    spreads: spreadsOf(quiz, count).map((spread) => ({ ...spread, ...gradedOf(figures, spread.id) })),
    ends: endsOf(quiz, count),
    pace: paceOf(quiz, count),
    fields: fieldsOf(quiz, count),
    outcomes: quiz.verdicts.map((verdict) => ({
      verdict: verdict.id,
      name: verdict.name,
      decided: count('finished'),
      outcomes: verdict.outcomes.map((o) =>
        share(o.id, o.name, count(`outcome ${verdict.id} ${o.id}`), count('finished')),
      ),
    })),
    offers: offersIn(quiz).map(({ id, name }) => share(id, name, count(`offer ${id}`), count('started'))),
    counting,
    listed: count('listed'),
    machines: count('machine'),
    versions: await versionsOf(member.workspaceId, quizId, quiz, row.liveEdition),
    ways: Object.fromEntries([...figures].filter(([key, n]) => n > 0 && WAYS.test(key))),
  };
}

/** What is left of sums when those of some of the runs are taken out. */
const without = (all: ReadonlyMap<string, number>, some: ReadonlyMap<string, number>): Map<string, number> =>
  new Map([...all].map(([key, n]) => [key, n - (some.get(key) ?? 0)]));

/** How the two editions do that are shown side by side, counted since they are. */
async function versionsOf(
  workspaceId: string,
  quizId: string,
  quiz: Quiz,
  live: number,
): Promise<Findings['versions']> {
  const second = (await accessOf(database(), workspaceId, quizId))?.settings.second;
  if (!second || second.edition === live) return null;
  const since = await secondSince(database(), workspaceId, quizId, second.edition);
  const counted = await countByEdition(database(), workspaceId, quizId, since);
  const of = (edition: number) =>
    counted.find((row) => row.edition === edition) ?? { edition, started: 0, finished: 0, contact: 0 };
  const asksContact = quiz.pages.some((page) => page.blocks.some(isContact));
  return {
    since: since.toISOString(),
    editions: [live, second.edition],
    compared: compareVersions(of(live), of(second.edition), asksContact),
  };
}

const PAGE = 50;

const outcomeNames = (quiz: Quiz, result: Result): string[] =>
  Object.values(result.verdicts).flatMap((v) =>
    v.outcomes.map((id) => quizIndex(quiz).outcomes.get(id)?.outcome.name ?? id),
  );

/** Those who started, newest first. @param where what is true of them, as they are counted */
export async function listPeople(
  member: Membership,
  quizId: string,
  {
    before,
    search,
    where = [],
  }: {
    before?: { lastAt: string; runId: string } | undefined;
    search?: string | undefined;
    where?: readonly Condition[];
  } = {},
): Promise<People> {
  await getQuiz(member, quizId);
  if (where.length > 0) await countForNow(member.workspaceId, quizId);
  const rows = await startedRuns(await reading(), member.workspaceId, quizId, {
    most: PAGE + 1,
    before: before && { lastAt: new Date(before.lastAt), runId: before.runId },
    search: search?.trim() || undefined,
    wanted: where.length > 0 ? wantedOf(where) : undefined,
  });
  const people: PersonLine[] = [];
  for (const row of rows.slice(0, PAGE)) {
    const { quiz, run } = await ownRunOf(row);
    people.push({
      runId: row.runId,
      isTrial: row.isTrial,
      isMachine: isMachine(row.odd),
      lastAt: row.lastAt.toISOString(),
      source: row.source,
      finished: run.finished,
      pages: run.way.length,
      name: row.contact?.['name'] ?? '',
      email: row.contact?.['email'] ?? '',
      outcomes: run.finished ? outcomeNames(quiz, resultOf(quiz, run)) : [],
    });
  }
  const last = rows.length > PAGE ? rows[PAGE - 1] : undefined;
  return { people, next: last ? { lastAt: last.lastAt.toISOString(), runId: last.runId } : null };
}

/** One run, read out: what was answered and what it came to. */
export async function readPerson(member: Membership, quizId: string, runId: string): Promise<Person> {
  const row = await oneRun(database(), member.workspaceId, quizId, runId);
  if (!row) throw notFound('This run');
  const { quiz, run } = await ownRunOf(row);
  const result = resultOf(quiz, run);
  const byHand = new Map((await reviewsOfRun(database(), member.workspaceId, runId)).map((r) => [r.questionId, r]));
  const times = (await timedEvents(database(), member.workspaceId, row.runId)).map(({ at }) => at.getTime());
  const seconds = secondsByPage(row.seenAt.getTime(), row.events, times);
  const { pageOf, pages, outcomes } = quizIndex(quiz);
  const note = await noteOf(database(), member.workspaceId, runId);
  const won = new Set(Object.values(result.verdicts).flatMap((v) => v.outcomes));
  return {
    runId,
    edition: row.edition,
    ...(row.keyEdition === null ? {} : { keyEdition: row.keyEdition }),
    seenAt: row.seenAt.toISOString(),
    lastAt: row.lastAt.toISOString(),
    source: row.source,
    ...(quiz.translations?.length ? { language: row.language ?? quiz.language } : {}),
    traces: row.traces ?? {},
    finished: run.finished,
    ...(note ? { note: { ...note, at: note.at.toISOString() } } : {}),
    standsAt: pages.get(run.way.at(-1)?.page ?? '')?.name ?? '',
    contact: contactWords(quiz, run),
    files: (await filesOfRuns(database(), member.workspaceId, [runId])).map(fileLine),
    answers: questionsOnWay(quiz, run).map((q) => ({
      id: q.id,
      question: nameOf(q),
      answer: answerText(q, run.answers[q.id]),
      seconds: wholeSeconds(seconds.get(pageOf.get(q.id)?.id ?? '')),
      ...markedOf(q, run, byHand.get(q.id)),
    })),
    ...(result.marks.percent === null
      ? {}
      : { marks: { awarded: result.marks.awarded, of: result.marks.possible, percent: result.marks.percent } }),
    verdicts: quiz.verdicts.map(({ id, name }) => ({
      ...{ id, name },
      outcomes: run.finished
        ? (result.verdicts[id]?.outcomes ?? []).map((one) => outcomes.get(one)?.outcome.name ?? one)
        : [],
    })),
    known: quiz.known.flatMap((known) => {
      const value = run.known[known.id] ?? '';
      return value ? [{ name: knownName(known), value }] : [];
    }),
    way: run.way.map(({ page }) => pages.get(page)?.name ?? page),
    scales: quiz.scales.map(({ id, name }) => ({
      id,
      name,
      points: result.scales[id]?.points ?? null,
      lowest: result.scales[id]?.lowest ?? null,
      highest: result.scales[id]?.highest ?? null,
    })),
    tallies: Object.values(result.verdicts).flatMap(({ tallies }) =>
      Object.entries(tallies ?? {}).map(([id, points]) => ({
        id,
        name: outcomes.get(id)?.outcome.name ?? id,
        points,
        won: run.finished && won.has(id),
      })),
    ),
  };
}

/** What an answer is worth, where anything is right. On a page with a gate the first try counts. */
function markedOf(
  q: Question,
  run: Run,
  review?: { byName: string; at: Date; note: string },
): Pick<Person['answers'][number], 'marked'> {
  const byHand = run.reviews[q.id];
  if (!isKeyed(q) && !isReviewed(q) && byHand === undefined) return {};
  const { credit, pending, awarded } = marksOf(q, run.first[q.id] ?? run.answers[q.id], byHand);
  const is = pending ? 'pending' : (credit ?? 0) >= 1 ? 'right' : (credit ?? 0) > 0 ? 'part' : 'wrong';
  const by = review && byHand !== undefined && { name: review.byName, at: review.at.toISOString(), note: review.note };
  return { marked: { awarded, of: q.marks ?? 1, is, right: kindOf(q).rightText(q), ...(by ? { by } : {}) } };
}

const wholeSeconds = (seconds: number | undefined) => (seconds === undefined ? null : Math.round(seconds));
