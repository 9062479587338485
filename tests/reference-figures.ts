/**
 * What Findings says of a quiz, written a second time: every figure is counted by going through all runs and looking at what was answered.
 * Shares no code with the figures of the core; of a run it takes the state as it was folded, and what it came to.
 */
import type { Findings } from '../contract/results';
import type { Result } from '../core/flow/result';
import type { Run } from '../core/flow/run';
import type { Question, Quiz } from '../core/schema/quiz';
import type { Condition } from '../core/stats/filter';
import type { Answer } from '../core/values/answer';
import type { Sent } from '../core/flow/run';
import { answersOf, empty, isIn, marks, spelled } from './reference';

/** @property came when, as ISO 8601 @property sent with the seconds after that */
export type Taken = { came: string; source: string; sent: { at: number; one: Sent }[]; run: Run; result: Result };
export const dayOf = ({ came }: Taken): string => came.slice(0, 10);

export const blocksOf = (quiz: Quiz) => quiz.pages.flatMap((page) => page.blocks);
export const questionsIn = (quiz: Quiz) => blocksOf(quiz).filter((block): block is Question => 'required' in block);
export const many = (of: unknown[]) => of.length;
export const containing = (of: object): unknown => expect.objectContaining(of);
const near = (n: number): unknown => expect.closeTo(n, 9);
const plain = (answer: Answer): string => (typeof answer === 'object' ? '' : String(answer));

/** What was answered to a question that the run came by. */
export function answerTo({ run }: Taken, q: Question): Answer | undefined {
  if (!run.way.some(({ shown }) => shown.includes(q.id))) return undefined;
  const answer = run.answers[q.id];
  return empty(answer) ? undefined : answer;
}
/** The options of an answer to a choice, with words of one's own or without. */
export const chosenIn = (answer: Answer | undefined): string[] =>
  Array.isArray(answer) ? answer : ((answer as { options?: string[] } | undefined)?.options ?? []);
export const optionsOf = (q: Extract<Question, { kind: 'choice' }>) => [
  ...q.options.map(({ id }) => id),
  ...(q.other ? ['other'] : []),
];
/** Of a page with a gate the first try is worth something, whatever stands there later. */
export const worth = (taken: Taken, q: Question) => {
  const isMarked = answersOf(q) !== 'neither' && answerTo(taken, q) !== undefined;
  return marks(q, isMarked ? (taken.run.first[q.id] ?? taken.run.answers[q.id]) : undefined);
};
const isRight = (taken: Taken, q: Question) => worth(taken, q).credit === 1;

/** Numbers, cells or places that an answer holds, as filters name them. */
function valuesIn(q: Question, answer: Answer): string[] {
  if (q.kind === 'order') return (answer as string[]).map((id, i) => `${id} ${i + 1}`);
  if (q.kind === 'grid')
    return Object.entries(answer as Record<string, string[]>).flatMap(([row, columns]) =>
      columns.map((column) => `${row} ${column}`),
    );
  if (q.kind === 'match') return Object.entries(answer as Record<string, string>).map((pair) => pair.join(' '));
  return [plain(answer)];
}
const holds = (taken: Taken, q: Question, value: string): boolean => {
  const answer = answerTo(taken, q);
  return answer !== undefined && valuesIn(q, answer).includes(value);
};
export const given = ({ run }: Taken, field: string): string =>
  Object.values(run.contact).flatMap((form) => ('fields' in form ? [form.fields[field] ?? ''] : []))[0] ?? '';
const left = ({ run }: Taken) =>
  Object.values(run.contact).some((form) => 'fields' in form && Object.values(form.fields).some(Boolean));
const enters = ({ run }: Taken, page: string) => run.way.some((visit) => visit.page === page);
export const reached = ({ run, result }: Taken, verdict: string, outcome: string) =>
  run.finished && (result.verdicts[verdict]?.outcomes ?? []).includes(outcome);
export const percentOf = ({ run, result }: Taken, of: string): number | null => {
  if (!run.finished) return null;
  if (of === 'marks') return result.marks.percent;
  return result.scales[of]?.percent ?? null;
};
export const topicPercent = ({ run, result }: Taken, topic: string): number | null =>
  run.finished ? (result.topics[topic]?.marks.percent ?? null) : null;
export const part = (percent: number, parts: number) =>
  Math.max(0, Math.min(parts - 1, Math.floor((percent * parts) / 100)));

/** Whether a run is meant, by what its visitor did. */
export function isMeantApart(quiz: Quiz, taken: Taken, where: readonly Condition[]): boolean {
  const { run, source } = taken;
  const day = dayOf(taken);
  return where.every(({ on, of, any }) => {
    const q = questionsIn(quiz).find(({ id }) => id === of);
    switch (on) {
      case 'edition':
        return any.includes('1');
      case 'language':
        return any.includes('en');
      case 'listed':
        return any[0] === 'no';
      case 'time':
        return (!any[0] || day >= any[0]) && (!any[1] || day <= any[1]);
      case 'source':
        return any.includes(source);
      case 'finished':
        return run.finished === (any[0] === 'yes');
      case 'page':
        return any.some((page) => enters(taken, page));
      case 'answer':
        return q !== undefined && any.some((option) => chosenIn(answerTo(taken, q)).includes(option));
      case 'value':
        return q !== undefined && any.some((value) => holds(taken, q, value));
      case 'right':
        if (!q || answerTo(taken, q) === undefined) return false;
        return any[0] === 'yes' ? isRight(taken, q) : !isRight(taken, q) && !worth(taken, q).pending;
      case 'outcome':
        return any.some((outcome) => reached(taken, of, outcome));
      case 'field':
        return any.includes(given(taken, of));
      case 'scale':
      case 'marks': {
        const percent = percentOf(taken, on === 'marks' ? 'marks' : of);
        return percent !== null && any.includes(String(part(percent, 10)));
      }
      case 'topic': {
        const percent = topicPercent(taken, of);
        return percent !== null && any.includes(String(part(percent, 5)));
      }
      case 'stands': {
        const percent = percentOf(taken, of);
        const whole = Math.max(0, Math.min(100, Math.floor(percent ?? -1)));
        return percent !== null && whole >= Number(any[0]) && whole <= Number(any[1]);
      }
    }
  });
}

/** Each value with how often it is there, rising. */
function tally<T extends string | number>(values: T[]): [T, number][] {
  const rising = [...new Set(values)].sort((a, b) => (a < b ? -1 : 1));
  return rising.map((value) => [value, many(values.filter((one) => one === value))]);
}
/** All numbers in a row, and what stands a quarter, a half and three quarters along it. */
export function numbersDrawn(values: number[]) {
  const rising = [...values].sort((a, b) => a - b);
  const at = (share: number) => {
    const place = (rising.length - 1) * share;
    const [below = 0, above = 0] = [rising[Math.floor(place)], rising[Math.ceil(place)]];
    return below + (place - Math.floor(place)) * (above - below);
  };
  return {
    as: 'numbers',
    bins: tally(values).map(([value, count]) => ({ from: value, to: value, count })),
    summary: rising.length
      ? {
          mean: near(rising.reduce((a, b) => a + b, 0) / rising.length),
          low: near(at(0.25)),
          median: near(at(0.5)),
          high: near(at(0.75)),
        }
      : null,
  };
}

export const bars = (counts: [id: string, count: number][], of: number) =>
  counts.map(([id, count]) => containing({ id, count, share: of === 0 ? 0 : count / of }));

/** What is drawn of a question; the core's names and intervals are tested with the kinds. */
export function drawing(q: Question, taken: Taken[]): unknown {
  const all = taken.flatMap((one) => [answerTo(one, q)]).filter((answer) => answer !== undefined);
  const having = (value: string) => many(taken.filter((one) => holds(one, q, value)));
  switch (q.kind) {
    case 'choice':
      return containing({
        as: 'bars',
        bars: bars(
          optionsOf(q).map((id) => [id, many(all.filter((answer) => chosenIn(answer).includes(id)))]),
          many(all),
        ),
      });
    case 'number':
    case 'slider':
    case 'rating':
      return containing(numbersDrawn(all as number[]));
    case 'date':
      return { as: 'days', days: tally(all.map((answer) => plain(answer).slice(0, 7))) };
    case 'order':
      return containing({
        as: 'places',
        items: q.items.map(({ id }) => {
          const places = q.items.map((_, i) => having(`${id} ${i + 1}`));
          const sum = places.reduce((a, count, i) => a + count * (i + 1), 0);
          return containing({
            ...{ id, places, first: places[0] },
            mean: all.length ? near(sum / all.length) : null,
          });
        }),
      });
    case 'match':
    case 'grid': {
      const rows = q.kind === 'grid' ? q.rows : q.pairs.map((pair) => pair.left);
      const columns = q.kind === 'grid' ? q.columns : q.pairs.map((pair) => pair.right);
      return containing({
        as: 'cells',
        rows: rows.map(({ id }) => containing({ id })),
        columns: columns.map(({ id }) => containing({ id })),
        counts: rows.map((row) => columns.map((column) => having(`${row.id} ${column.id}`))),
      });
    }
    case 'gaps': {
      const spelledRight = (answer: Answer, id: string) =>
        spelled(q.gaps.find((gap) => gap.id === id)?.accept, (answer as Record<string, string>)[id] ?? '') === 1;
      return containing({
        as: 'bars',
        of: 'right',
        bars: bars(
          q.gaps.map(({ id }) => [id, many(all.filter((answer) => spelledRight(answer, id)))]),
          many(all),
        ),
      });
    }
    case 'spots': {
      // The picture is parted into 24 fields each way; a point stands in the middle of its own.
      const middle = (n: number) => (Math.min(23, Math.floor(n * 24)) + 0.5) / 24;
      const fieldsIn = (answer: Answer) =>
        Object.values(answer as unknown as Record<string, [number, number]>).map(
          ([x, y]) => `${middle(x)} ${middle(y)}`,
        );
      return containing({
        as: 'points',
        points: [...new Set(all.flatMap(fieldsIn))]
          .map((field) => {
            const [x = 0, y = 0] = field.split(' ').map(Number);
            // Two places of one answer in one field are one.
            return { x, y, count: many(all.filter((answer) => fieldsIn(answer).includes(field))) };
          })
          .sort((one, other) => one.y - other.y || one.x - other.x),
        bars: bars(
          q.spots.map((spot) => [spot.id, many(all.filter((answer) => isIn(spot, answer)))]),
          many(all),
        ),
      });
    }
    default:
      return { as: 'words' };
  }
}

/** Where stretches of seconds end that are counted together: on a page, and of all of it. */
const ON_PAGE = [5, 10, 15, 20, 30, 45, 60, 90, 120, 180, 300, 600, 1_800];
const OF_ALL = [30, 60, 90, 120, 180, 240, 300, 420, 600, 900, 1_800, 3_600];

/** How long pages were looked at: from one thing that was sent to the next. */
function stays({ sent }: Taken): Map<string, number> {
  const on = new Map<string, number>();
  sent.forEach(({ at, one }, i) => {
    if (one.do === 'go') on.set(one.page, (on.get(one.page) ?? 0) + at - (sent[i - 1]?.at ?? 0));
  });
  return on;
}
/** Quarters of seconds of which only the stretch is known: in each they lie evenly, and beyond the last end nothing is known. */
function quarters(seconds: number[], ends: number[]) {
  const stretch = (one: number) => [...ends, Infinity].findIndex((end) => one < end);
  /** How many took less than so long. */
  const below = (long: number) =>
    seconds.reduce((sum, one) => {
      const [from = 0, to = Infinity] = [ends[stretch(one) - 1], ends[stretch(one)]];
      return sum + (to === Infinity ? 0 : Math.max(0, Math.min(1, (long - from) / (to - from))));
    }, 0);
  const at = (share: number) => {
    const wanted = seconds.length * share;
    let [low, high] = [0, ends.at(-1) ?? 0];
    if (below(high) < wanted - 1e-9) return null;
    for (let i = 0; i < 80; i++) {
      const middle = (low + high) / 2;
      if (below(middle) < wanted - 1e-9) low = middle;
      else high = middle;
    }
    return expect.closeTo(high, 4) as unknown;
  };
  return { runs: seconds.length, low: at(0.25), median: at(0.5), high: at(0.75) };
}
function paceApart(quiz: Quiz, taken: Taken[]) {
  const done = taken.filter(({ run }) => run.finished);
  const all = done.map((one) => [...stays(one).values()].reduce((a, b) => a + b, 0));
  const from = [0, ...OF_ALL];
  return {
    pages: quiz.pages.flatMap(({ id }) => {
      const seconds = taken.flatMap((one) => stays(one).get(id) ?? []);
      return seconds.length ? [{ id, ...quarters(seconds, ON_PAGE) }] : [];
    }),
    all:
      all.length === 0
        ? null
        : {
            ...quarters(all, OF_ALL),
            bars: bars(
              from.map((least, i) => [
                String(i),
                many(all.filter((one) => one >= least && one < (OF_ALL[i] ?? Infinity))),
              ]),
              all.length,
            ),
          },
  };
}

/** Findings of these runs, all of whose figures are given; matched with `toMatchObject`. */
export function findingsApart(quiz: Quiz, taken: Taken[]) {
  const count = (is: (one: Taken) => boolean) => many(taken.filter(is));
  const asking = quiz.pages.filter((page) => page.stage === 'ask');
  // Nobody counts as having started who has sent nothing, and all of these have.
  const finished = taken.filter(({ run }) => run.finished);
  const moved = (page: string) => (one: Taken) =>
    one.run.way.some((visit, i) => visit.page === page && (i < one.run.way.length - 1 || visit.move !== undefined));
  const stands = (page: string) => (one: Taken) => !one.run.finished && one.run.way.at(-1)?.page === page;
  const again = (page: string) => (one: Taken) => many(one.run.way.filter((visit) => visit.page === page)) > 1;
  const isAway = ({ run }: Taken) => run.left !== undefined;
  const isOutOfTime = ({ sent }: Taken) => sent.some(({ one }) => one.do === 'time');
  // The form stands at the end of every way: who has finished without having come to it was led past it.
  const isEarly = (one: Taken) =>
    one.run.finished &&
    one.run.stopped === undefined &&
    !isAway(one) &&
    !isOutOfTime(one) &&
    !enters(one, asking.at(-1)?.id ?? '');
  const spread = (id: string, parts: number, percents: (number | null)[], of: Question[]) => {
    const known = percents.filter((percent) => percent !== null);
    const own = finished.filter((_, i) => percents[i] !== null);
    const seen = (one: Taken, q: Question) => one.run.way.some(({ shown }) => shown.includes(q.id));
    const asked = (one: Taken) => (quiz.scoring.of === 'all' ? of : of.filter((q) => seen(one, q)));
    return known.length === 0
      ? []
      : [
          {
            ...{ id, decided: known.length },
            bars: Array.from({ length: parts }, (_, i) => ({
              count: many(known.filter((percent) => part(percent, parts) === i)),
            })),
            knew: numbersDrawn(own.map((one) => many(asked(one).filter((q) => isRight(one, q))))),
            earned: numbersDrawn(
              own.map((one) => {
                const sum = asked(one).reduce((all, q) => all + worth(one, q).awarded, 0);
                return Math.round(Math.round(sum * 1e9) / 1e8) / 10 + 0;
              }),
            ),
          },
        ];
  };
  const scored = questionsIn(quiz).filter((q) => answersOf(q) !== 'neither');
  const fields = blocksOf(quiz).flatMap((block) => (block.kind === 'contact' ? block.fields : []));
  const offers = blocksOf(quiz).flatMap((block) => (block.kind === 'offer' ? [block.id] : []));
  const filled = (id: string) => count((one) => given(one, id) !== '');
  const expected = {
    journey: [
      { key: 'seen', count: taken.length, lost: 0 },
      { key: 'started', count: taken.length, lost: 0 },
      ...asking.map(({ id }) => ({
        key: `leave ${id}`,
        count: count(moved(id)),
        entered: count((one) => enters(one, id)),
        lost: count(stands(id)),
      })),
      { key: 'finished', count: finished.length, entered: taken.length, lost: 0 },
      { key: 'contact', count: count(left) },
      { key: 'offer', count: count(({ run }) => run.offers.length > 0) },
    ],
    questions: questionsIn(quiz).map((q) => {
      const answered = taken.filter((one) => answerTo(one, q) !== undefined);
      return {
        ...{ id: q.id, kind: q.kind, answered: answered.length },
        options:
          q.kind === 'choice'
            ? optionsOf(q).map((id) => ({
                id,
                count: many(answered.filter((one) => chosenIn(answerTo(one, q)).includes(id))),
              }))
            : [],
      };
    }),
    drawn: questionsIn(quiz).map((q) => {
      const answered = taken.filter((one) => answerTo(one, q) !== undefined);
      const pending = answered.filter((one) => worth(one, q).pending);
      const page = quiz.pages.find(({ blocks }) => blocks.includes(q));
      return {
        ...{ id: q.id, answered: answered.length, pending: pending.length },
        ...(q.showIf ? {} : { skipped: count((one) => moved(page?.id ?? '')(one) && answerTo(one, q) === undefined) }),
        ...(answersOf(q) === 'keyed' ? { right: { count: many(answered.filter((one) => isRight(one, q))) } } : {}),
        drawing: drawing(q, taken),
      };
    }),
    spreads: [
      ...spread(
        'marks',
        10,
        finished.map((one) => percentOf(one, 'marks')),
        scored,
      ),
      ...quiz.topics.flatMap(({ id }) =>
        spread(
          `topic ${id}`,
          5,
          finished.map((one) => topicPercent(one, id)),
          scored.filter((q) => q.topic === id),
        ),
      ),
    ],
    fields:
      count(left) === 0
        ? []
        : [
            { id: '', of: count(left), bars: fields.map(({ id }) => ({ id, count: filled(id) })) },
            ...fields
              .filter(({ format }) => format === 'choice')
              .map(({ id, options = [] }) => ({
                ...{ id, of: filled(id) },
                bars: options.map((option) => ({
                  id: option.id,
                  count: count((one) => given(one, id) === option.id),
                })),
              })),
          ],
    outcomes: quiz.verdicts.map(({ id, outcomes }) => ({
      ...{ verdict: id, decided: finished.length },
      outcomes: outcomes.map((outcome) => ({
        id: outcome.id,
        count: count((one) => reached(one, id, outcome.id)),
        share: finished.length === 0 ? 0 : count((one) => reached(one, id, outcome.id)) / finished.length,
      })),
    })),
    offers: offers.map((id) => ({ id, count: count(({ run }) => run.offers.includes(id)) })),
    ends: [
      { id: 'away', count: count(isAway) },
      { id: 'early', count: count(isEarly) },
      { id: 'clock', count: count(isOutOfTime) },
      { id: 'visits', count: count(({ run }) => run.stopped === 'visits') },
      ...asking.map(({ id }) => ({ id: `again ${id}`, count: count(again(id)) })),
    ].filter((end) => end.count > 0),
    pace: paceApart(quiz, taken),
    listed: 0,
    machines: 0,
    counting: 0,
  } satisfies { [K in keyof Findings]?: unknown };
  return expected;
}
