/** What a state of a rehearsal must remember, found from what the conditions and verdicts of the quiz ask about. */
import { verdictKind } from '../verdicts/registry';
import { isKeyed } from '../questions/registry';
import type { Condition, Quiz, Verdict } from '../schema/quiz';
import { isQuestion } from '../document/lookup';
import { type Test, testsIn } from '../conditions/evaluate';
import { namesIn } from '../scoring/formula';
import { planOf, type Track, trackKey } from '../scoring/ledger';

export type Part = 'points' | 'count' | 'spoken' | 'low' | 'high' | 'answeredLow' | 'answeredHigh' | 'pending';
/** `until` is the last page, by position, that asks about it. */
export type Column = { until: number } & (
  | { kind: 'sum'; track: Track; part: Part }
  /** Whether anything contributed to the verdict: 0 or 1. */
  | { kind: 'spoken'; verdict: string }
  /** Which outcome was strengthened later than which: 0 = never, then 1, 2 … */
  | { kind: 'rank'; verdict: string; outcome: string }
  /** 0 = not shown, else 1 + the index of the way it was answered, or of one that no test can tell from it. */
  | { kind: 'answer'; question: string }
  /** 0 = not asked, 1 = given, 2 = left empty. */
  | { kind: 'contact'; field: string }
  /** Whether a keyed question on a page that is held was not right: 0 or 1. */
  | { kind: 'failed'; page: string }
);
export const ALWAYS = Number.POSITIVE_INFINITY;

export function columnKey(c: Column): string {
  switch (c.kind) {
    case 'sum':
      return `${trackKey(c.track)} ${c.part}`;
    case 'spoken':
      return `spoken ${c.verdict}`;
    case 'rank':
      return `rank ${c.verdict} ${c.outcome}`;
    case 'answer':
      return `answer ${c.question}`;
    case 'contact':
      return `contact ${c.field}`;
    case 'failed':
      return `failed ${c.page}`;
  }
}

/** The conditions of a quiz, each with the last page by position at which it is looked at. */
export function conditionsOf(quiz: Quiz): { condition: Condition; until: number }[] {
  return quiz.pages.flatMap((page, until) =>
    [page.showIf, ...(page.routes ?? []).map((r) => r.when), ...page.blocks.map((b) => b.showIf)].flatMap(
      (condition) => (condition ? [{ condition, until }] : []),
    ),
  );
}

/** What decides where a visitor goes. */
export function controlColumns(quiz: Quiz): Column[] {
  const held = quiz.pages.flatMap((page, until): Column[] =>
    page.hold && page.blocks.some((b) => isQuestion(b) && isKeyed(b)) ? [{ kind: 'failed', page: page.id, until }] : [],
  );
  return [...held, ...conditionsOf(quiz).flatMap(({ condition, until }) => neededBy(quiz, condition, until))];
}

export const neededBy = (quiz: Quiz, condition: Condition, until: number): Column[] =>
  testsIn(condition).flatMap((test) => neededByTest(quiz, test, until));

function neededByTest(quiz: Quiz, test: Test, until: number): Column[] {
  if ('answer' in test) return [{ kind: 'answer', question: test.answer, until }];
  if ('contact' in test) return [{ kind: 'contact', field: test.contact, until }];
  if ('known' in test || 'attempt' in test) return [];
  if ('verdict' in test) {
    const verdict = quiz.verdicts.find((v) => v.id === test.verdict);
    return verdict ? neededByVerdict(quiz, verdict, until) : [];
  }
  const range = test.unit === 'percent' || test.lt === 'most' || test.ge === 'most';
  const [target, topic] = 'scale' in test ? [test.scale, undefined] : [test.of, test.topic];
  return test.unit === 'right' ? rightSums(target, topic, until) : sums(quiz, target, topic, range, until);
}

/** The sums behind the number right; of anything but marks there is none. */
function rightSums(target: string, topic: string | undefined, until: number): Column[] {
  if (target !== 'marks') return [];
  const track = topic === undefined ? { target } : { target, topic };
  return (['spoken', 'count'] as const).map((part) => ({ kind: 'sum', track, part, until }));
}

/** The sums behind a value: those of a formula's names, or its own. */
export function sums(
  quiz: Quiz,
  target: string,
  topic: string | undefined,
  range: boolean,
  until: number,
  within: string[] = [],
): Column[] {
  const expression = planOf(quiz).formulas.get(target);
  if (expression !== undefined) {
    if (!expression || within.includes(target)) return [];
    return namesIn(expression).flatMap((name) => sums(quiz, name, undefined, false, until, [...within, target]));
  }
  const mean = quiz.scales.some((s) => s.id === target && s.combine === 'mean');
  const parts: Part[] = ['points'];
  if (mean) parts.push('count');
  if (range) parts.push('low', 'high');
  if (range && mean) parts.push('answeredLow', 'answeredHigh');
  const track = topic === undefined ? { target } : { target, topic };
  return parts.map((part) => ({ kind: 'sum', track, part, until }));
}

export function neededByVerdict(quiz: Quiz, verdict: Verdict, until: number): Column[] {
  const kind = verdictKind(verdict);
  const { measure, tallies } = kind;
  const needed: Column[] = [];
  if (measure) {
    const { scale, topic, unit } = measure.of(verdict);
    if (unit === 'right') needed.push(...rightSums(scale, topic, until));
    else needed.push(...sums(quiz, scale, topic, measure.needsEnds(verdict), until));
  }
  // A rule that asks about its own verdict, or one decided later, finds nothing there.
  const earlier = new Set(quiz.verdicts.slice(0, quiz.verdicts.indexOf(verdict)).map((v) => v.id));
  for (const test of (kind.conditions?.(verdict) ?? []).flatMap((condition) => testsIn(condition)))
    if (!('verdict' in test) || earlier.has(test.verdict)) needed.push(...neededByTest(quiz, test, until));
  if (!tallies) return needed;
  const { greatest, last } = tallies.looksAt(verdict);
  needed.push({ kind: 'spoken', verdict: verdict.id, until });
  for (const { id } of verdict.outcomes) {
    needed.push({ kind: 'sum', track: { target: id }, part: 'points', until });
    if (greatest) needed.push({ kind: 'sum', track: { target: id }, part: 'high', until });
    if (last) needed.push({ kind: 'rank', verdict: verdict.id, outcome: id, until });
  }
  return needed;
}
