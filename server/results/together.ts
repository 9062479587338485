/** What goes together: answers with outcomes, and answers to two questions, counted of all runs that are meant. */
import { idsOffered, offeredBy } from '../../core/questions/registry';
import { questionsOf } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import type { Pair } from '../../core/stats/patterns';
import { crossedAmong, figuresAmong, type Selection } from '../../db/queries/figure-bits';
import { reading } from '../platform/database';

/** Answers of which every pair is counted; of a quiz with more, those of its first questions. */
const MOST_ANSWERS = 120;

const answersOf = (quiz: Quiz) =>
  questionsOf(quiz)
    .filter((q) => offeredBy(q))
    .flatMap((q) => idsOffered(q).map((option) => ({ question: q.id, option, key: `option ${q.id} ${option}` })));

/** @returns of each answer and outcome how many chose the one, and how many of them and of the others who answered reached the other; and of how many runs */
export async function pairsWithOutcomes(quiz: Quiz, among: Selection): Promise<{ runs: number; pairs: Pair[] }> {
  const figures = await figuresAmong(await reading(), among);
  const options = answersOf(quiz);
  const answered = (question: string) => `answered ${question}`;
  const keys = [...new Set(options.flatMap(({ key, question }) => [key, answered(question)]))];
  const crossed = new Map(
    (await crossedAmong(await reading(), among, 'outcome ', keys)).map(({ by, key, count }) => [`${by}|${key}`, count]),
  );
  const of = (key: string) => figures.get(key) ?? 0;
  return {
    runs: of('finished'),
    pairs: quiz.verdicts.flatMap((verdict) =>
      options.flatMap(({ question, option, key }) =>
        verdict.outcomes.map(({ id }): Pair => {
          const both = (other: string) => crossed.get(`${verdict.id} ${id}|${other}`) ?? 0;
          const [chose, reached] = [of(key), both(key)];
          return {
            ...{ verdict: verdict.id, outcome: id, question, option, chose, reached },
            others: of(answered(question)) - chose,
            othersReached: both(answered(question)) - reached,
          };
        }),
      ),
    ),
  };
}

/** @returns of each pair how many chose the one, and how many of them and of the others the other, among those who answered both questions */
export async function pairsOfAnswers(quiz: Quiz, among: Selection): Promise<Pair[]> {
  const options = answersOf(quiz).slice(0, MOST_ANSWERS);
  const answered = [...new Set(options.map(({ question }) => `answered ${question}`))];
  const keys = [...options.map(({ key }) => key), ...answered];
  const counts = new Map<string, number>();
  for (const by of ['option ', 'answered '])
    for (const one of await crossedAmong(await reading(), among, by, keys))
      counts.set(`${by}${one.by}|${one.key}`, one.count);
  const count = (a: string, b: string) => counts.get(`${a}|${b}`) ?? 0;
  return options.flatMap((a, i) =>
    options.slice(i + 1).flatMap((b): Pair[] => {
      if (a.question === b.question) return [];
      const [ofA, ofB] = [`answered ${a.question}`, `answered ${b.question}`];
      const [chose, reached] = [count(a.key, ofB), count(a.key, b.key)];
      return [
        {
          ...{ question: a.question, option: a.option, verdict: b.question, outcome: b.option, chose, reached },
          others: count(ofA, ofB) - chose,
          othersReached: count(b.key, ofA) - reached,
        },
      ];
    }),
  );
}
