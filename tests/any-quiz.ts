/** Quizzes and answers of every kind, made from a seed: the same seed gives the same ones. */
import { boundsOf } from '../core/questions/measured';
import type { Condition, Page, Question, Quiz, Scale, Verdict } from '../core/schema/quiz';
import { isQuestion } from '../core/document/lookup';
import { randomOf } from '../core/values/random';
import type { Answer } from '../core/values/answer';
import { quiz } from './quizzes';

export type Dice = {
  next: () => number;
  int: (from: number, to: number) => number;
  one: <T>(list: readonly T[]) => T;
  chance: (p: number) => boolean;
};
export function dice(seed: number, purpose = 'any'): Dice {
  const next = randomOf(seed, purpose);
  const int = (from: number, to: number) => from + Math.floor(next() * (to - from + 1));
  return { next, int, one: (list) => list[int(0, list.length - 1)] as never, chance: (p) => next() < p };
}

const scaleIds = ['s', 'm'];
const outcomeIds = ['x', 'y', 'z'];
const weightValues = [-2, -1, -0.5, 0, 0.1, 0.2, 1, 2, 3];
const words = ['tea', 'flat tyre', 'Straße', 'it’s', 'ﬁx'];

function weights(d: Dice): Record<string, number> | undefined {
  if (d.chance(0.3)) return undefined;
  const made = Object.fromEntries(
    [...scaleIds, ...outcomeIds].filter(() => d.chance(0.4)).map((id) => [id, d.one(weightValues)]),
  );
  return Object.keys(made).length ? made : undefined;
}
const list = <T>(n: number, make: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => make(i));

export function anyQuestion(d: Dice, id: string): Question {
  const common = {
    id,
    prompt: id,
    required: d.chance(0.6),
    ...(d.chance(0.4) ? { topic: d.one(['t1', 't2']) } : {}),
    ...(d.chance(0.4) ? { marks: d.one([0, 1, 2, 2.5]) } : {}),
    ...(d.chance(0.3) ? { penalty: d.one([0.5, 1]) } : {}),
    ...(d.chance(0.5) ? { credit: d.one(['all', 'share'] as const) } : {}),
    ...(d.chance(0.2) ? { marksTo: d.one(scaleIds) } : {}),
  };
  const w = () => {
    const own = weights(d);
    return own ? { weights: own } : {};
  };
  const keyed = d.chance(0.6);
  switch (d.int(0, 11)) {
    case 0:
    case 1:
    case 2: {
      const n = d.int(2, 4);
      const pick = d.chance(0.4) ? ('many' as const) : ('one' as const);
      return {
        ...common,
        kind: 'choice',
        pick,
        ...(pick === 'many' && d.chance(0.4) ? { min: 1, max: d.int(1, n) } : {}),
        options: list(n, (i) => ({
          id: `o${i}`,
          text: `o${i}`,
          ...w(),
          ...(keyed && d.chance(0.5) ? { credit: d.one([1, 1, 0.5, 0]) } : {}),
        })),
      };
    }
    case 3:
      return {
        ...common,
        kind: 'text',
        ...(keyed ? { accept: [{ text: d.one(words), credit: d.one([1, 0.5]) }] } : {}),
        ...(d.chance(0.3) ? { reviewRest: true } : {}),
      };
    case 4:
      return { ...common, kind: 'essay', ...(d.chance(0.5) ? { review: true } : {}) };
    case 5: {
      const bounded = d.chance(0.7) ? { min: 0, max: 6 } : {};
      return {
        ...common,
        kind: d.one(['number', 'slider'] as const),
        ...bounded,
        ...(keyed ? { target: 3, within: d.one([0, 1]) } : {}),
        ...(d.chance(0.3) ? { reverse: true } : {}),
        ...w(),
      };
    }
    case 6:
      return { ...common, kind: 'rating', max: d.int(3, 5), ...(d.chance(0.3) ? { reverse: true } : {}), ...w() };
    case 7:
      return { ...common, kind: 'date', ...(keyed ? { target: '2027-04-18', within: d.one([0, 3]) } : {}) };
    case 8:
      return {
        ...common,
        kind: 'order',
        items: list(d.int(2, 3), (i) => ({ id: `i${i}`, text: `i${i}`, ...w() })),
        ...(d.chance(0.4) ? { keyed: false } : {}),
      };
    case 9:
      return {
        ...common,
        kind: 'match',
        pairs: list(d.int(2, 3), (i) => ({
          left: { id: `l${i}`, text: `l${i}` },
          right: { id: `r${i}`, text: `r${i}` },
        })),
      };
    case 10:
      return {
        ...common,
        kind: 'gaps',
        text: {
          type: 'doc',
          content: [
            {
              type: 'paragraph',
              content: [
                { type: 'gap', attrs: { gap: 'g0' } },
                { type: 'gap', attrs: { gap: 'g1' } },
              ],
            },
          ],
        },
        gaps: list(2, (i) => ({ id: `g${i}`, ...(keyed ? { accept: [words[i] ?? ''] } : {}) })),
      };
    default:
      return {
        ...common,
        kind: 'grid',
        pick: d.one(['one', 'many'] as const),
        rows: list(2, (i) => ({ id: `r${i}`, text: `r${i}`, ...w(), ...(d.chance(0.3) ? { reverse: true } : {}) })),
        columns: list(3, (i) => ({ id: `c${i}`, text: `c${i}`, value: i })),
        ...(d.chance(0.3) ? { key: { r0: ['c1'], r1: ['c2'] } } : {}),
      };
  }
}

/** A condition on questions asked before. */
export function anyCondition(d: Dice, before: Question[], depth = 2): Condition {
  const roll = d.int(0, depth > 0 ? 9 : 6);
  const question = before.length ? d.one(before) : undefined;
  if (roll === 7) return { all: [anyCondition(d, before, depth - 1), anyCondition(d, before, depth - 1)] };
  if (roll === 8) return { any: [anyCondition(d, before, depth - 1), anyCondition(d, before, depth - 1)] };
  if (roll === 9) return { not: anyCondition(d, before, depth - 1) };
  if (roll === 6) return { verdict: 'v', is: d.one(outcomeIds) };
  if (roll === 5) return { topic: 't1', of: d.one(['marks', 's']), ge: d.int(0, 2) };
  if (roll === 4)
    return {
      scale: d.one([...scaleIds, 'marks']),
      ...(d.chance(0.3) ? { unit: 'percent' as const, ge: d.one([25, 50]) } : { ge: d.one([0, 1, 'most'] as const) }),
    };
  if (!question) return { scale: 's', ge: 0 };
  if (question.kind === 'choice') {
    const ids = question.options.map((o) => o.id);
    return {
      answer: question.id,
      [d.one(['is', 'isAny', 'isAll', 'isNone'])]: d.chance(0.5) ? d.one(ids) : ids.slice(0, 2),
    };
  }
  if (['number', 'slider', 'rating'].includes(question.kind))
    return { answer: question.id, [d.one(['lt', 'ge', 'eq'])]: d.int(0, 5) };
  return d.chance(0.5)
    ? { answer: question.id, right: d.chance(0.5) }
    : { answer: question.id, answered: d.chance(0.5) };
}

type Kinds = {
  /** routes, conditions, holds */ branching?: boolean;
  /** jumps that lead back */ back?: boolean;
  kinds?: Question['kind'][];
};

export function anyQuiz(seed: number, { branching = true, back = false, kinds }: Kinds = {}): Quiz {
  const d = dice(seed);
  const count = d.int(1, 4);
  const before: Question[] = [];
  const pages = list(count, (p): Page => {
    const blocks = list(d.int(1, 2), (b): Question => {
      let made = anyQuestion(d, `q${p}${b}`);
      while (kinds && !kinds.includes(made.kind)) made = anyQuestion(d, `q${p}${b}`);
      const shown = branching && before.length && d.chance(0.2) ? { showIf: anyCondition(d, before) } : {};
      before.push(made);
      return { ...made, ...shown };
    });
    const later = list(count - p - 1, (i) => ({ page: `p${p + 1 + i}` }));
    const targets = [
      'next' as const,
      'finish' as const,
      ...later,
      ...(back && p > 0 ? [{ page: `p${d.int(0, p - 1)}` }, 'again' as const] : []),
    ];
    return {
      id: `p${p}`,
      name: `p${p}`,
      stage: 'ask',
      blocks,
      ...(branching && p > 0 && d.chance(0.2) ? { showIf: anyCondition(d, before.slice(0, -blocks.length)) } : {}),
      ...(branching && d.chance(0.4)
        ? { routes: list(d.int(1, 2), () => ({ when: anyCondition(d, before), to: d.one(targets) })) }
        : {}),
      ...(branching && d.chance(0.15) ? { otherwise: d.one(targets) } : {}),
      ...(branching && d.chance(0.15)
        ? { hold: { until: 'right' as const, tries: 2, ...(d.chance(0.5) ? { then: d.one(targets) } : {}) } }
        : {}),
    };
  });
  const scales: Scale[] = [
    { id: 's', name: 'S', combine: 'sum', ...(d.chance(0.3) ? { start: 5 } : {}) },
    { id: 'm', name: 'M', combine: 'mean' },
    { id: 'f', name: 'F', formula: d.one(['s * 2 + marks', 'if(s > 2, 10, s / 4)', 'max(s, m)', 'round(s ÷ 3)']) },
  ];
  const outcomes = outcomeIds.map((id) => ({ id, name: id }));
  const verdicts: Verdict[] = [
    {
      id: 'v',
      name: 'v',
      by: 'strongest',
      outcomes,
      ties: d.one(['first', 'latest', 'blend']),
      compare: d.one(['points', 'share']),
      ...(d.chance(0.3) ? { fallback: 'z' } : {}),
    },
    {
      id: 'b',
      name: 'b',
      by: 'bands',
      scale: d.one(['s', 'm', 'f', 'marks']),
      unit: d.one(['points', 'percent']),
      fallback: 'b1',
      outcomes: ['b1', 'b2'].map((id) => ({ id, name: id })),
      bands: [
        { from: 0, outcome: 'b1' },
        { from: 2, outcome: 'b2' },
      ],
    },
    {
      id: 'r',
      name: 'r',
      by: 'rules',
      fallback: 'r2',
      outcomes: ['r1', 'r2'].map((id) => ({ id, name: id })),
      rules: [{ when: anyCondition(d, before), outcome: 'r1' }],
    },
  ];
  return quiz(pages, {
    scales,
    verdicts,
    topics: ['t1', 't2'].map((id) => ({ id, name: id })),
    scoring: { of: d.chance(0.2) ? 'all' : 'seen' },
  });
}

/** Any legal answer, or none. */
export function anyAnswer(d: Dice, q: Question): Answer | undefined {
  if (!q.required && d.chance(0.25)) return undefined;
  const some = <T>(of: T[], least: number, most = of.length): T[] => {
    for (;;) {
      const chosen = of.filter(() => d.chance(0.5));
      if (chosen.length >= least && chosen.length <= most) return chosen;
    }
  };
  const mixed = <T>(of: T[]): T[] => [...of].sort(() => d.next() - 0.5);
  switch (q.kind) {
    case 'choice':
      return q.pick === 'one'
        ? [d.one(q.options).id]
        : some(
            q.options.map((o) => o.id),
            Math.max(1, q.min ?? 1),
            q.max,
          );
    case 'text':
    case 'essay':
      return d.one([...words, 'FLAT  TYRE', 'nothing of it']);
    case 'number':
    case 'slider':
    case 'rating': {
      const { min = -3, max = 9 } = boundsOf(q);
      return d.int(min, max);
    }
    case 'date':
      return d.one(['2027-04-18', '2027-04-20', '2026-01-01']);
    case 'order':
      return mixed(q.items.map((i) => i.id));
    case 'match': {
      const rights = mixed(q.pairs.map((p) => p.right.id));
      return Object.fromEntries(q.pairs.map((p, i) => [p.left.id, rights[i] ?? '']));
    }
    case 'gaps':
      return Object.fromEntries(q.gaps.map((g) => [g.id, d.one(words)]));
    case 'grid':
      return Object.fromEntries(
        q.rows.map((r) => [
          r.id,
          q.pick === 'many'
            ? some(
                q.columns.map((c) => c.id),
                1,
              )
            : [d.one(q.columns).id],
        ]),
      );
    case 'spots':
      return {};
  }
}

export const anyAnswers = (seed: number, q: Quiz): Record<string, Answer> => {
  const d = dice(seed, 'answers');
  return Object.fromEntries(
    q.pages.flatMap((p) =>
      p.blocks.filter(isQuestion).flatMap((question) => {
        const answer = anyAnswer(d, question);
        return answer === undefined ? [] : [[question.id, answer]];
      }),
    ),
  );
};
