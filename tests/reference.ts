/**
 * The scoring of the model, written a second time: straight from its sentences, slow, and sharing no code with the core. What a question
 * can add at least and at most is found by trying every legal answer. Holds for quizzes without branches or draws, and for answers that
 * fit their questions.
 */
import type { Question, Quiz } from '../core/schema/quiz';
import type { Answer } from '../core/values/answer';

type Answers = Record<string, Answer>;
const near = (x: number) => Math.round(x * 1e9) / 1e9 + 0;
const total = (list: number[]) => list.reduce((a, b) => a + b, 0);
export const folded = (text: string) =>
  text.normalize('NFKC').replace(/[‘’]/g, "'").toLowerCase().replace(/\s+/g, ' ').trim();
export const spelled = (
  accept: (string | { text: string; credit?: number })[] | undefined,
  typed: string,
): number | null => {
  const found = (accept ?? [])
    .map((a) => (typeof a === 'string' ? { text: a, credit: 1 } : { credit: 1, ...a }))
    .filter((a) => folded(a.text) === folded(typed));
  return found.length ? Math.max(...found.map((a) => a.credit)) : null;
};

/** Whether anything is right about it. */
export const answersOf = (q: Question): 'keyed' | 'reviewed' | 'neither' => {
  switch (q.kind) {
    case 'choice':
      return q.options.some((o) => o.credit !== undefined && o.credit > 0) ? 'keyed' : 'neither';
    case 'text':
      return q.accept?.length ? 'keyed' : 'neither';
    case 'essay':
      return q.review ? 'reviewed' : 'neither';
    case 'number':
    case 'slider':
    case 'date':
      return q.target === undefined ? 'neither' : 'keyed';
    case 'rating':
      return 'neither';
    case 'order':
      return q.keyed === false ? 'neither' : 'keyed';
    case 'match':
      return 'keyed';
    case 'gaps':
      return q.gaps.some((g) => g.accept?.length) ? 'keyed' : 'neither';
    case 'grid':
      return q.key && Object.keys(q.key).length ? 'keyed' : 'neither';
    case 'spots':
      return q.spots.some((spot) => spot.region) ? 'keyed' : 'neither';
  }
};

export const empty = (answer: Answer | undefined): boolean =>
  answer === undefined ||
  (typeof answer === 'string' && answer.trim() === '') ||
  (Array.isArray(answer) && answer.length === 0);

type Parts = Record<string, string | string[]>;

/** Credit of an answered, keyed question; "pending" where a person decides. */
function credit(q: Question, answer: Answer): number | 'pending' {
  const allOr = (right: number, of: number) => (q.credit === 'share' ? right / of : right === of ? 1 : 0);
  switch (q.kind) {
    case 'choice': {
      const chosen = q.options.filter((o) => (answer as string[]).includes(o.id));
      if (q.pick === 'one') return chosen[0]?.credit ?? 0;
      const right = q.options.filter((o) => o.credit === 1);
      if (q.credit !== 'share') return chosen.length === right.length && chosen.every((o) => o.credit === 1) ? 1 : 0;
      const sum = total(chosen.map((o) => (o.credit === 1 ? 1 : o.credit ? o.credit : -1)));
      return right.length === 0 ? 0 : Math.min(1, Math.max(0, sum / right.length));
    }
    case 'text': {
      const found = spelled(q.accept, answer as string);
      return found ?? (q.reviewRest ? 'pending' : 0);
    }
    case 'essay':
      return 'pending';
    case 'number':
    case 'slider':
      return Math.abs((answer as number) - (q.target ?? 0)) <= (q.within ?? 0) ? 1 : 0;
    case 'date': {
      const days = (Date.parse(answer as string) - Date.parse(q.target ?? '')) / 86_400_000;
      return Math.abs(days) <= (q.within ?? 0) ? 1 : 0;
    }
    case 'order':
      return allOr(q.items.filter((item, i) => (answer as string[])[i] === item.id).length, q.items.length);
    case 'match':
      return allOr(q.pairs.filter((p) => (answer as Parts)[p.left.id] === p.right.id).length, q.pairs.length);
    case 'gaps': {
      const right = q.gaps.filter((g) => spelled(g.accept, String((answer as Parts)[g.id] ?? '')) === 1);
      return allOr(right.length, q.gaps.length);
    }
    case 'grid': {
      const key = q.key ?? {};
      const rows = Object.keys(key);
      const same = rows.filter(
        (r) => [...((answer as Parts)[r] ?? [])].sort().join() === [...(key[r] ?? [])].sort().join(),
      );
      return allOr(same.length, rows.length);
    }
    case 'spots':
      return allOr(q.spots.filter((spot) => isIn(spot, answer)).length, q.spots.length);
    default:
      return 0;
  }
}

/** Whether a place was found: circles alone, as these quizzes have them. */
export function isIn({ id, region }: Extract<Question, { kind: 'spots' }>['spots'][number], answer: Answer): boolean {
  const point = (answer as unknown as Record<string, [number, number] | undefined>)[id];
  return point !== undefined && region !== undefined && 'r' in region
    ? Math.hypot(point[0] - region.x, point[1] - region.y) <= region.r + 1e-9
    : false;
}

/** What an answer is worth. */
export function marks(
  q: Question,
  answer: Answer | undefined,
): { awarded: number; pending: boolean; credit: number | null } {
  if (answer === undefined || empty(answer)) return { awarded: 0, pending: false, credit: null };
  const got = credit(q, answer);
  if (got === 'pending') return { awarded: 0, pending: true, credit: null };
  return { awarded: got > 0 ? near((q.marks ?? 1) * got) : -(q.penalty ?? 0) + 0, pending: false, credit: near(got) };
}

/** What an answer adds to a scale or outcome; null where nothing that was answered weighs for it. */
function adds(q: Question, answer: Answer | undefined, target: string): number | null {
  if (answer === undefined || empty(answer)) return null;
  const terms: number[] = [];
  const add = (weight: number | undefined, times: number) => weight !== undefined && terms.push(weight * times);
  if (q.kind === 'choice')
    for (const o of q.options) if ((answer as string[]).includes(o.id)) add(o.weights?.[target], 1);
  if (q.kind === 'number' || q.kind === 'slider' || q.kind === 'rating') {
    const [min, max] = q.kind === 'rating' ? [q.min ?? 1, q.max ?? 5] : [q.min, q.max];
    const turned = q.reverse && min !== undefined && max !== undefined;
    add(q.weights?.[target], turned ? min + max - (answer as number) : (answer as number));
  }
  if (q.kind === 'order')
    (answer as string[]).forEach((id, i) =>
      add(q.items.find((x) => x.id === id)?.weights?.[target], q.items.length - i),
    );
  if (q.kind === 'grid') {
    const values = q.columns.map((c) => c.value ?? 0);
    for (const row of q.rows)
      for (const id of (answer as Parts)[row.id] ?? []) {
        const value = q.columns.find((c) => c.id === id)?.value ?? 0;
        add(row.weights?.[target], row.reverse ? Math.min(...values) + Math.max(...values) - value : value);
      }
  }
  if (q.marksTo === target && answersOf(q) !== 'neither') {
    const got = marks(q, answer);
    if (!got.pending) terms.push(got.awarded);
  }
  return terms.length ? near(total(terms)) : null;
}

const subsets = <T>(list: T[]): T[][] =>
  list.reduce<T[][]>((all, one) => [...all, ...all.map((s) => [...s, one])], [[]]);
const orders = <T>(list: T[]): T[][] =>
  list.length < 2 ? [list] : list.flatMap((one, i) => orders(list.filter((_, k) => k !== i)).map((r) => [one, ...r]));
const products = (parts: [string, string[][] | string[]][]): Parts[] =>
  parts.reduce<Parts[]>((all, [id, ways]) => all.flatMap((p) => ways.map((w) => ({ ...p, [id]: w }))), [{}]);

/** Every legal answer that is one; of numbers and days, enough that no extreme is missed. Null where it has no end. */
function everyAnswer(q: Question): Answer[] | null {
  switch (q.kind) {
    case 'choice': {
      const ids = q.options.map((o) => o.id);
      if (q.pick === 'one') return ids.map((id) => [id]);
      return subsets(ids).filter((s) => s.length >= Math.max(1, q.min ?? 0) && s.length <= (q.max ?? ids.length));
    }
    case 'number':
    case 'slider':
    case 'rating': {
      const [min, max] = q.kind === 'rating' ? [q.min ?? 1, q.max ?? 5] : [q.min, q.max];
      if (min === undefined || max === undefined) return null;
      return Array.from({ length: max - min + 1 }, (_, i) => min + i);
    }
    case 'text':
      return [...(q.accept ?? []).map((a) => (typeof a === 'string' ? a : a.text)), 'something else entirely'];
    case 'date':
      return q.target === undefined ? ['2027-01-01'] : [q.target, '1999-01-01'];
    case 'order':
      return orders(q.items.map((i) => i.id));
    case 'match':
      return products(q.pairs.map((p) => [p.left.id, q.pairs.map((x) => x.right.id)]));
    case 'gaps':
      return products(q.gaps.map((g) => [g.id, ['something else', ...(g.accept ?? []).map(String)]]));
    case 'grid': {
      const ids = q.columns.map((c) => c.id);
      const one = q.pick === 'many' ? subsets(ids).filter((s) => s.length) : ids.map((id) => [id]);
      const ways = q.required ? one : [[], ...one];
      return products(q.rows.map((r) => [r.id, ways]));
    }
    default:
      return ['words'];
  }
}

const weighsFor = (q: Question, target: string): boolean => {
  const lists: ({ weights?: Record<string, number> } | undefined)[] =
    q.kind === 'choice' ? q.options : q.kind === 'grid' ? q.rows : q.kind === 'order' ? q.items : [q];
  return lists.some((x) => x?.weights?.[target] !== undefined) || (q.marksTo === target && answersOf(q) !== 'neither');
};

/** Least and greatest that a question can add, by trying; infinite where it has no bounds. */
function extremes(q: Question, target: string, optional: boolean): [number, number] {
  if (!weighsFor(q, target)) return [0, 0];
  const all = everyAnswer(q);
  if (all === null) {
    const weight = (q as { weights?: Record<string, number> }).weights?.[target] ?? 0;
    if (weight !== 0) return [-Infinity, Infinity];
    const own = q.marksTo === target && answersOf(q) === 'keyed' ? [-(q.penalty ?? 0), q.marks ?? 1] : [0];
    const values = optional ? [0, ...own] : own;
    return [Math.min(...values), Math.max(...values)];
  }
  const values = all.map((a) => adds(q, a, target) ?? 0);
  // Whatever a person may yet award: nothing, or all of its marks.
  if ((q.kind === 'essay' && q.review) || (q.kind === 'text' && q.reviewRest && q.accept?.length))
    if (q.marksTo === target) values.push(0, q.marks ?? 1);
  if (optional) values.push(0);
  return [Math.min(...values), Math.max(...values)];
}

const percent = (points: number, low: number, high: number) =>
  near(high - low) === 0 ? null : near((near(points - low) / near(high - low)) * 100);
const finite = (x: number) => (Number.isFinite(x) ? near(x) : null);

export type Reference = ReturnType<typeof reference>;

/** Marks, scales, topics and tallies of answers to a quiz in which every visitor meets every question. */
export function reference(quiz: Quiz, answers: Answers) {
  const questions = quiz.pages.flatMap((p) => p.blocks as Question[]).filter((b) => 'prompt' in b);
  const scored = questions.filter((q) => answersOf(q) !== 'neither');
  const marksIn = (of: Question[]) => {
    const all = of.map((q) => marks(q, answers[q.id]));
    const awarded = near(total(all.map((m) => m.awarded)));
    const possible = near(total(of.map((q) => q.marks ?? 1)));
    return {
      awarded,
      possible,
      percent: possible === 0 ? null : near((awarded / possible) * 100),
      pending: all.filter((m) => m.pending).length,
    };
  };
  const scale = (id: string, of: Question[], start: number) => {
    const given = of.flatMap((q) => {
      const value = adds(q, answers[q.id], id);
      return value === null ? [] : [{ q, value }];
    });
    const mean = quiz.scales.find((s) => s.id === id)?.combine === 'mean';
    if (mean && given.length === 0) return { points: null, lowest: null, highest: null, percent: null };
    const counted = mean ? given.map((g) => g.q) : of;
    const by = mean ? given.length : 1;
    const ends = counted.map((q) => extremes(q, id, !mean && !q.required));
    const low = start + total(ends.map((e) => e[0])) / by;
    const high = start + total(ends.map((e) => e[1])) / by;
    const points = near(start + total(given.map((g) => g.value)) / by);
    return {
      points,
      lowest: finite(low),
      highest: finite(high),
      percent: Number.isFinite(low) && Number.isFinite(high) ? percent(points, near(low), near(high)) : null,
    };
  };
  const counted = quiz.scales.filter((s) => s.formula === undefined);
  const read = (of: Question[], topic: boolean) =>
    Object.fromEntries(counted.map((s) => [s.id, scale(s.id, of, topic || s.combine === 'mean' ? 0 : (s.start ?? 0))]));
  return {
    marks: marksIn(scored),
    questions: Object.fromEntries(
      scored.map((q) => {
        const { credit: got, awarded } = marks(q, answers[q.id]);
        return [q.id, { credit: got, awarded }];
      }),
    ),
    scales: read(questions, false),
    topics: Object.fromEntries(
      quiz.topics.map((t) => {
        const of = questions.filter((q) => q.topic === t.id);
        return [t.id, { marks: marksIn(of.filter((q) => answersOf(q) !== 'neither')), scales: read(of, true) }];
      }),
    ),
    tally: (outcome: string) => ({
      points: near(total(questions.map((q) => adds(q, answers[q.id], outcome) ?? 0))),
      greatest: near(total(questions.map((q) => extremes(q, outcome, !q.required)[1]))),
    }),
  };
}
