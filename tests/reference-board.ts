/** What a panel of a board shows, written a second time, and what was written in answers; see `reference-figures`. */
import type { Question, Quiz } from '../core/schema/quiz';
import { folded } from './reference';
import {
  answerTo,
  bars,
  blocksOf,
  chosenIn,
  dayOf,
  drawing,
  findingsApart,
  given,
  many,
  numbersDrawn,
  optionsOf,
  part,
  percentOf,
  questionsIn,
  reached,
  type Taken,
  topicPercent,
  worth,
} from './reference-figures';

const finishedOf = (taken: Taken[]) => taken.filter(({ run }) => run.finished);
const rising = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** Runs by where they came from, the most first. */
const sourcesIn = (taken: Taken[]) =>
  [...new Set(taken.map(({ source }) => source))]
    .map((id) => ({ id, count: many(taken.filter(({ source }) => source === id)) }))
    .sort((a, b) => b.count - a.count || rising(a.id, b.id));

/** What a chart by itself shows, by its id (`subjectsIn`); matched with `toMatchObject`. */
export function panelApart(quiz: Quiz, taken: Taken[], id: string): object {
  const [kind = '', ...rest] = id.split(' ');
  const of = rest.join(' ');
  const all = findingsApart(quiz, taken);
  const finished = finishedOf(taken);
  const inBars = (whole: number, counts: [id: string, count: number][]) => ({
    ...{ of: whole },
    drawing: { as: 'bars', of: 'answers', bars: bars(counts, whole) },
  });
  const spread = all.spreads.find((one) => one.id === of);
  switch (kind) {
    case 'question': {
      const q = questionsIn(quiz).find((one) => one.id === of) as Question;
      return { of: many(taken.filter((one) => answerTo(one, q) !== undefined)), drawing: drawing(q, taken) };
    }
    case 'verdict': {
      const verdict = quiz.verdicts.find((one) => one.id === of);
      return inBars(
        finished.length,
        (verdict?.outcomes ?? []).map((one) => [one.id, many(finished.filter((run) => reached(run, of, one.id)))]),
      );
    }
    case 'scale': {
      const percents = finished.flatMap((one) => percentOf(one, of) ?? []);
      return {
        of: percents.length,
        drawing: numbersDrawn(percents.map((one) => Math.max(0, Math.min(100, Math.floor(one))))),
      };
    }
    case 'spread':
      return { of: spread?.decided ?? 0, drawing: { as: 'bars', bars: spread?.bars ?? [] } };
    case 'earned':
    case 'knew':
      return { of: spread?.decided ?? 0, drawing: spread?.[kind] ?? numbersDrawn([]) };
    case 'fields':
    case 'field': {
      const field = all.fields.find((one) => one.id === of);
      return { of: field?.of ?? 0, drawing: { as: 'bars', bars: field?.bars ?? [] } };
    }
    case 'offers':
      return inBars(
        taken.length,
        all.offers.map((one) => [one.id, one.count]),
      );
    case 'journey':
      return inBars(
        taken.length,
        all.journey.map((one) => [one.key, one.count]),
      );
    case 'sources':
      return inBars(
        taken.length,
        sourcesIn(taken).map((one) => [one.id, one.count]),
      );
    case 'time':
      return {
        of: taken.length,
        drawing: {
          as: 'runs',
          days: [...new Set(taken.map(dayOf))].sort(rising).map((name) => {
            const own = taken.filter((one) => dayOf(one) === name);
            return { name, started: own.length, finished: finishedOf(own).length };
          }),
        },
      };
    default:
      throw new Error(`No panel is called ${id}.`);
  }
}

type Parts = { id: string; is: (one: Taken) => boolean }[];
const stretches = (parts: number, percent: (one: Taken) => number | null): Parts =>
  Array.from({ length: parts }, (_, i) => ({
    id: String(i),
    is: (one) => {
      const own = percent(one);
      return own !== null && part(own, parts) === i;
    },
  }));

/** Parts that a subject has; none where it can stand against nothing. */
export function partsApart(quiz: Quiz, taken: Taken[], id: string): Parts {
  const [kind = '', ...rest] = id.split(' ');
  const of = rest.join(' ');
  switch (kind) {
    case 'question': {
      const q = questionsIn(quiz).find((one) => one.id === of);
      return q?.kind === 'choice'
        ? optionsOf(q).map((option) => ({ id: option, is: (one) => chosenIn(answerTo(one, q)).includes(option) }))
        : [];
    }
    case 'verdict':
      return (quiz.verdicts.find((one) => one.id === of)?.outcomes ?? []).map((outcome) => ({
        id: outcome.id,
        is: (one) => reached(one, of, outcome.id),
      }));
    case 'scale':
      return stretches(10, (one) => percentOf(one, of));
    case 'spread':
      return of === 'marks'
        ? stretches(10, (one) => percentOf(one, of))
        : stretches(5, (one) => topicPercent(one, of.slice('topic '.length)));
    case 'field': {
      const field = blocksOf(quiz)
        .flatMap((block) => (block.kind === 'contact' ? block.fields : []))
        .find((one) => one.id === of);
      return (field?.options ?? []).map((option) => ({ id: option.id, is: (one) => given(one, of) === option.id }));
    }
    case 'sources':
      // Who came directly stands first.
      return sourcesIn(taken)
        .sort((a, b) => Number(a.id !== '') - Number(b.id !== ''))
        .map((source) => ({ id: source.id, is: (one) => one.source === source.id }));
    default:
      return [];
  }
}

/** Two subjects against each other. */
export const pairApart = (quiz: Quiz, taken: Taken[], [one, other]: [string, string]): object => ({
  drawing: {
    as: 'cells',
    rows: partsApart(quiz, taken, one).map(({ id }) => ({ id })),
    columns: partsApart(quiz, taken, other).map(({ id }) => ({ id })),
    counts: partsApart(quiz, taken, one).map((row) =>
      partsApart(quiz, taken, other).map((column) => many(taken.filter((run) => row.is(run) && column.is(run)))),
    ),
  },
});

/** What was written in answer to a question, by how often, however it was written; and whether it earned anything. */
export function wordsApart(q: Question, taken: Taken[]): [words: string, count: number, right: boolean | null][] {
  const said = taken.flatMap((one): [string, boolean | null][] => {
    const answer = answerTo(one, q);
    if (answer === undefined) return [];
    // On a page with a gate the first try counts.
    const first = one.run.first[q.id] ?? answer;
    const words = q.kind === 'choice' ? ((first as { text?: string }).text ?? '') : (first as string);
    const { credit } = worth(one, q);
    return words === '' ? [] : [[folded(words), credit === null ? null : credit > 0]];
  });
  return [...new Set(said.map(([words]) => words))].sort(rising).map((words) => {
    const same = said.filter((one) => one[0] === words);
    return [words, same.length, same[0]?.[1] ?? null];
  });
}

type PairApart = Record<'verdict' | 'outcome' | 'question' | 'option', string> &
  Record<'chose' | 'reached' | 'others' | 'othersReached', number>;
const choicesIn = (quiz: Quiz) =>
  questionsIn(quiz).flatMap((q) => (q.kind === 'choice' ? optionsOf(q).map((id) => ({ q, id })) : []));
const chose = (one: Taken, { q, id }: { q: Question; id: string }) => chosenIn(answerTo(one, q)).includes(id);
const counted = (of: Taken[], has: (one: Taken) => boolean, comes: (one: Taken) => boolean) => {
  const [those, others] = [of.filter(has), of.filter((one) => !has(one))];
  return {
    ...{ chose: those.length, reached: many(those.filter(comes)) },
    ...{ others: others.length, othersReached: many(others.filter(comes)) },
  };
};

/** Each answer with each outcome, among those who answered the question. */
export const pairsWithOutcomesApart = (quiz: Quiz, taken: Taken[]): PairApart[] =>
  quiz.verdicts.flatMap((verdict) =>
    choicesIn(quiz).flatMap((choice) =>
      verdict.outcomes.map(({ id }) => ({
        ...{ verdict: verdict.id, outcome: id, question: choice.q.id, option: choice.id },
        ...counted(
          taken.filter((one) => answerTo(one, choice.q) !== undefined),
          (one) => chose(one, choice),
          (one) => reached(one, verdict.id, id),
        ),
      })),
    ),
  );

/** Each two answers to two questions, among those who answered both. */
export const pairsOfAnswersApart = (quiz: Quiz, taken: Taken[]): PairApart[] =>
  choicesIn(quiz).flatMap((a, i) =>
    choicesIn(quiz)
      .slice(i + 1)
      .filter((b) => b.q.id !== a.q.id)
      .map((b) => ({
        ...{ verdict: b.q.id, outcome: b.id, question: a.q.id, option: a.id },
        ...counted(
          taken.filter((one) => answerTo(one, a.q) !== undefined && answerTo(one, b.q) !== undefined),
          (one) => chose(one, a),
          (one) => chose(one, b),
        ),
      })),
  );
