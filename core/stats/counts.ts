/**
 * What a run adds to the figures of its quiz: a set of keys, each counted once per run. Figures are sums of these sets, so a run that goes
 * on or turns back is counted by taking its old set out and putting its new one in, and all figures can be rebuilt from the runs.
 */
import { kindOf, modelOf } from '../questions/registry';
import type { Offer, Quiz } from '../schema/quiz';
import { quizIndex, isContact, isQuestion } from '../document/lookup';
import { isAnswered } from '../values/answer';
import { targetOf } from '../flow/navigate';
import { questionsOnWay, type Run } from '../flow/run';
import { marksOf } from '../questions/credit';
import { round9 } from '../values/numbers';
import type { Marks } from '../scoring/ledger';
import { resultOf } from '../flow/result';
import { fieldKeys } from './fields';
import { routeKey } from './ways';

/**
 * @param started whether the visitor has gone on from the first page
 * @returns keys: `seen`, `started`, `enter PAGE`, `leave PAGE`, `route PAGE RULE` by `routeKey`, `finished`, `contact`, `offer`, `offer ID` by its block or outcome, `answered QUESTION`,
 *   `option QUESTION OPTION`, `value QUESTION VALUE` of a slider, rating or number, ROW COLUMN of a grid or ITEM PLACE of a ranking, where they have no key,
 *   `right QUESTION` of questions with a key, `pending QUESTION` while a person has yet to mark it, `waits QUESTION` of a run that has finished, and what its kind draws (`DrawSide`),
 *   `again PAGE` that was come to more than once, `stop PAGE` where a run stands that has not finished, `end END` of one that has,
 *   `filled FIELD` and `field FIELD OPTION` of contact forms, `outcome VERDICT OUTCOME`, `scale SCALE TENTH` of its range, `topic TOPIC FIFTH`, `marks TENTH`, `stands SCALE HUNDREDTH` and `stands marks HUNDREDTH`,
 *   `earned marks POINTS` and `knew marks QUESTIONS` that are right, and of a topic `earned topic TOPIC POINTS` and `knew topic TOPIC QUESTIONS`
 */
export function countsOf(quiz: Quiz, run: Run, started: boolean): string[] {
  const keys = new Set<string>(['seen']);
  if (run.offers.length > 0) keys.add('offer');
  for (const id of run.offers) keys.add(`offer ${id}`);
  if (!started) return [...keys];
  keys.add('started');
  run.way.forEach(({ page, move }, i) => {
    keys.add(`enter ${page}`);
    if (i < run.way.length - 1 || move !== undefined) keys.add(`leave ${page}`);
    if (move !== undefined) keys.add(`route ${page} ${routeKey(quizIndex(quiz).pages.get(page), move)}`);
    if (run.way.findIndex((visit) => visit.page === page) < i) keys.add(`again ${page}`);
  });
  for (const question of questionsOnWay(quiz, run)) {
    const answer = run.answers[question.id];
    if (!isAnswered(answer)) continue;
    keys.add(`answered ${question.id}`);
    // On a page with a gate the first try counts.
    const grade = marksOf(question, run.first[question.id] ?? answer, run.reviews[question.id]);
    const isRight = () => grade.credit !== null && round9(grade.credit) === 1;
    if (grade.pending) keys.add(`pending ${question.id}`);
    if (grade.pending && run.finished) keys.add(`waits ${question.id}`);
    if (isRight()) keys.add(`right ${question.id}`);
    for (const key of modelOf(question)?.counted(question, answer, isRight) ?? []) keys.add(key);
    for (const key of kindOf(question).drawn?.(question, answer) ?? []) keys.add(key);
  }
  if (hasContact(run)) keys.add('contact');
  for (const key of fieldKeys(quiz, run)) keys.add(key);
  const last = run.way.at(-1);
  if (!run.finished && last) keys.add(`stop ${last.page}`);
  if (run.finished) {
    keys.add('finished');
    const end = endOf(quiz, run);
    if (end !== 'end') keys.add(`end ${end}`);
    const { verdicts, topics, scales, marks: all, questions } = resultOf(quiz, run);
    for (const [scale, { percent }] of Object.entries(scales))
      if (percent !== null) {
        keys.add(`scale ${scale} ${tenthOf(percent)}`);
        keys.add(`stands ${scale} ${hundredthOf(percent)}`);
      }
    if (all.percent !== null) {
      keys.add(`marks ${tenthOf(all.percent)}`);
      keys.add(`stands marks ${hundredthOf(all.percent)}`);
      for (const key of gradedKeys('marks', all, Object.values(questions))) keys.add(key);
    }
    for (const [verdict, { outcomes }] of Object.entries(verdicts))
      for (const id of outcomes) keys.add(`outcome ${verdict} ${id}`);
    for (const [topic, { marks }] of Object.entries(topics))
      if (marks.percent !== null) {
        keys.add(`topic ${topic} ${fifthOf(marks.percent)}`);
        const own = questionsOnWay(quiz, run).filter((question) => question.topic === topic);
        for (const key of gradedKeys(
          `topic ${topic}`,
          marks,
          own.flatMap(({ id }) => questions[id] ?? []),
        ))
          keys.add(key);
      }
  }
  return [...keys];
}

/**
 * What a run adds by when and from where it came.
 * @param day of the first sight, as YYYY-MM-DD
 * @returns keys: `edition N`, `day DAY`, `source SOURCE` or `direct`, `language LANGUAGE`, `listed`
 */
export const circumstancesOf = (run: {
  edition: number;
  day: string;
  /** null where that was wiped */
  source: string | null;
  language: string;
  /** whether whoever took it is on the list of those who may */
  listed: boolean;
}): string[] => [
  `edition ${run.edition}`,
  `day ${run.day}`,
  ...(run.source === null ? [] : [run.source === '' ? 'direct' : `source ${run.source}`]),
  `language ${run.language}`,
  ...(run.listed ? ['listed'] : []),
];

/** From so many marks on, points are counted by whole ones: a key for each hundredth of a long test would be as many as its runs. */
const MANY_MARKS = 50;

/** What was earned, in points and in questions. */
const gradedKeys = (of: string, marks: Marks, questions: readonly { credit: number | null }[]): string[] => [
  `earned ${of} ${marks.possible > MANY_MARKS ? Math.round(marks.awarded) : Math.round(marks.awarded * 10) / 10}`,
  `knew ${of} ${questions.filter(({ credit }) => credit === 1).length}`,
];

/** How a run that has finished came to its end, where that is another than the last page. */
export type End = 'end' | 'away' | 'early' | 'clock' | 'visits';

function endOf(quiz: Quiz, run: Run): End {
  if (run.stopped) return run.stopped;
  if (run.left) return 'away';
  const { pages } = quizIndex(quiz);
  const isAsking = (id: string) => pages.get(id)?.stage === 'ask';
  const left = run.way.findLast(({ page }) => isAsking(page));
  if (!left) return 'end';
  if (left.move === undefined) return 'clock';
  const page = pages.get(left.page);
  const isLast = quiz.pages.findLast(({ stage }) => stage === 'ask')?.id === left.page;
  return page && targetOf(page, left.move) === 'finish' && !isLast ? 'early' : 'end';
}

/** The tenth that a percentage lies in, 0 to 9; 100 belongs to the last. */
const tenthOf = (percent: number): number => Math.min(9, Math.max(0, Math.floor(percent / 10)));

/** The hundredth that a percentage lies in, 0 to 100. */
export const hundredthOf = (percent: number): number => Math.min(100, Math.max(0, Math.floor(percent)));

/** The fifth that a percentage lies in, 0 to 4; 100 belongs to the last. */
export const fifthOf = (percent: number): number => Math.min(4, Math.max(0, Math.floor(percent / 20)));

export const hasContact = (run: Run): boolean =>
  Object.values(run.contact).some(
    (given) => 'fields' in given && Object.values(given.fields).some((value) => value.trim() !== ''),
  );

export type JourneyStep = {
  key: string;
  name: string;
  count: number;
  /** Less than the step before; of a page, those who stand there and went nowhere from it. Who finishes is not lost: others were before. */
  lost: number;
  /** Those who came to it. */
  entered: number;
};

/** Everything that offers something, with what its creator would call it. */
export function offersIn(quiz: Quiz): { id: string; name: string }[] {
  const named = (offer: Offer, otherwise: string) => offer.text.trim() || offer.button.trim() || otherwise;
  return [
    ...quiz.pages.flatMap((page) =>
      page.blocks.flatMap((b) => (b.kind === 'offer' ? [{ id: b.id, name: named(b.offer, page.name) }] : [])),
    ),
    ...quiz.verdicts.flatMap((verdict) =>
      verdict.outcomes.flatMap((o) => (o.offer ? [{ id: o.id, name: `${o.name}: ${named(o.offer, '')}` }] : [])),
    ),
  ];
}

/**
 * The journey: seen, started, each asking page left, finished, contact left, offer taken; only steps the quiz has. Whoever has started has
 * finished or stands at one page, so that the losses of the pages and those who finished add up to those who started.
 */
export function journeyOf(quiz: Quiz, count: (key: string) => number): JourneyStep[] {
  const asks = quiz.pages.filter(
    (p) => p.stage === 'ask' && (p.blocks.some((b) => isQuestion(b) || isContact(b)) || count(`stop ${p.id}`) > 0),
  );
  const steps = [
    { key: 'seen', name: 'Saw it' },
    { key: 'started', name: 'Started' },
    ...asks.map((page) => ({ key: `leave ${page.id}`, name: page.name })),
    { key: 'finished', name: 'Finished' },
    ...(quiz.pages.some((p) => p.blocks.some(isContact)) ? [{ key: 'contact', name: 'Left an address' }] : []),
    ...(offersIn(quiz).length ? [{ key: 'offer', name: 'Took the offer' }] : []),
  ];
  return steps.map((s, i) => {
    const own = count(s.key);
    // A page that a route skips loses nobody, and one that is come to again only those who stand there now.
    const page = /^leave (.*)$/.exec(s.key)?.[1];
    if (page !== undefined) return { ...s, count: own, entered: count(`enter ${page}`), lost: count(`stop ${page}`) };
    const entered = i === 0 ? own : count(s.key === 'finished' ? 'started' : (steps[i - 1]?.key ?? ''));
    return { ...s, count: own, entered, lost: s.key === 'finished' ? 0 : Math.max(0, entered - own) };
  });
}
