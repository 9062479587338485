/**
 * What a run adds to the figures of its quiz: a set of keys, each counted once per run. Figures are sums of these sets, so a run that goes
 * on or turns back is counted by taking its old set out and putting its new one in, and all figures can be rebuilt from the runs.
 */
import { modelOf } from '../questions/registry';
import type { Offer, Quiz } from '../schema/quiz';
import { quizIndex, isContact, isQuestion } from '../document/lookup';
import { isAnswered } from '../values/answer';
import { questionsOnWay, type Run } from '../flow/run';
import { creditOf } from '../questions/credit';
import { resultOf } from '../flow/result';
import { routeKey } from './ways';

/**
 * @param started whether the visitor has gone on from the first page
 * @returns keys: `seen`, `started`, `enter PAGE`, `leave PAGE`, `route PAGE RULE` by `routeKey`, `finished`, `contact`, `offer`, `offer ID` by its block or outcome, `answered QUESTION`,
 *   `option QUESTION OPTION`, `value QUESTION VALUE` of a slider, rating or number, ROW COLUMN of a grid or ITEM PLACE of a ranking, where they have no key,
 *   `right QUESTION` of other questions with a key,
 *   `outcome VERDICT OUTCOME`, `topic TOPIC FIFTH`
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
  });
  for (const question of questionsOnWay(quiz, run)) {
    const answer = run.answers[question.id];
    if (!isAnswered(answer)) continue;
    keys.add(`answered ${question.id}`);
    // On a page with a gate the first try counts.
    const isRight = () => creditOf(question, run.first[question.id] ?? answer) === 1;
    for (const key of modelOf(question)?.counted(question, answer, isRight) ?? []) keys.add(key);
  }
  if (hasContact(run)) keys.add('contact');
  if (run.finished) {
    keys.add('finished');
    const { verdicts, topics } = resultOf(quiz, run);
    for (const [verdict, { outcomes }] of Object.entries(verdicts))
      for (const id of outcomes) keys.add(`outcome ${verdict} ${id}`);
    for (const [topic, { marks }] of Object.entries(topics))
      if (marks.percent !== null) keys.add(`topic ${topic} ${fifthOf(marks.percent)}`);
  }
  return [...keys];
}

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
  /** Less than the step before; of a page, those who came to it and went nowhere from there. */
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

/** The journey: seen, started, each asking page left, finished, contact left, offer taken; only steps the quiz has. */
export function journeyOf(quiz: Quiz, count: (key: string) => number): JourneyStep[] {
  const asks = quiz.pages.filter((p) => p.stage === 'ask' && p.blocks.some((b) => isQuestion(b) || isContact(b)));
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
    // A page that a route skips loses nobody: who did not come to it cannot leave there.
    const page = /^leave (.*)$/.exec(s.key)?.[1];
    const entered = page !== undefined ? count(`enter ${page}`) : i === 0 ? own : count(steps[i - 1]?.key ?? '');
    return { ...s, count: own, entered, lost: Math.max(0, entered - own) };
  });
}
