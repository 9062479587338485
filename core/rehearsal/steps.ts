/** The changes that answering makes to a state. */
import { type Facts, isTrue, type Test, testsIn } from '../conditions/evaluate';
import { creditOf } from '../questions/credit';
import { isKeyed } from '../questions/registry';
import type { Page, Question, Quiz } from '../schema/quiz';
import { addQuestion, Ledger, planOf, trackKey } from '../scoring/ledger';
import { contribution } from '../scoring/weights';
import { verdictKind } from '../verdicts/registry';
import { isListable, type Way, waysByPart } from './answers';
import { type Column, conditionsOf } from './columns';
import type { Mix } from './mix';

/** @property change what is added to each column, or put into it  @property strengthened columns of ranks that come after all others now */
export type Step = { share: number; change: Float64Array; strengthened: number[] };
export type WaysOf = (question: Question) => Way[];
export type StepOptions = {
  /** as when all that is possible is looked at */ contactMayBeEmpty?: boolean;
  mix?: Mix | undefined;
};

/** Works out the steps of each block once, and remembers them. */
export class Steps {
  private readonly known = new Map<string, Step[][]>();

  constructor(
    private readonly quiz: Quiz,
    private readonly waysOf: WaysOf,
    private readonly columns: readonly Column[],
    /** where each column stands, by its key */ private readonly place: ReadonlyMap<string, number>,
    private readonly options: StepOptions,
  ) {}

  /** The ways of answering, those with the same effect as one; of a large question part by part. */
  of(question: Question, page: Page): Step[][] {
    const key = `${page.id} ${question.id}`;
    const known = this.known.get(key);
    if (known) return known;
    const parts = isListable(question) ? null : waysByPart(question, this.options.mix);
    const steps = parts ? this.partSteps(question, parts) : [this.listedSteps(question, page)];
    this.known.set(key, steps);
    return steps;
  }

  private listedSteps(question: Question, page: Page): Step[] {
    const plan = planOf(this.quiz);
    const own = plan.questions.get(question.id);
    const ways = this.waysOf(question);
    const alike = this.representatives(question, ways);
    const failedAt = this.place.get(`failed ${page.id}`);
    const merged = new Map<string, Step>();
    ways.forEach(({ answer, share }, index) => {
      const ledger = new Ledger(plan.size);
      if (own) addQuestion(ledger, own, { answer });
      const change = new Float64Array(this.columns.length);
      const strengthened: number[] = [];
      this.columns.forEach((column, i) => {
        if (column.kind === 'answer' && column.question === question.id) change[i] = (alike[index] ?? 0) + 1;
        if (column.kind === 'sum') change[i] = ledger[column.part][plan.tracks.get(trackKey(column.track)) ?? -1] ?? 0;
        if (
          column.kind === 'spoken' &&
          this.outcomesOf(column.verdict).some((o) => (ledger.spoken[plan.tracks.get(o) ?? -1] ?? 0) > 0)
        )
          change[i] = 1;
        if (column.kind === 'rank' && (ledger.last[plan.tracks.get(column.outcome) ?? -1] ?? -1) >= 0)
          strengthened.push(i);
      });
      if (failedAt !== undefined && isKeyed(question) && creditOf(question, answer) !== 1) change[failedAt] = 1;
      const key = `${change.join()} ${strengthened.join()}`;
      const old = merged.get(key);
      merged.set(key, old ? { ...old, share: old.share + share } : { share, change, strengthened });
    });
    return [...merged.values()];
  }

  /** For each way the first one that no condition can tell from it. */
  private representatives(question: Question, ways: Way[]): number[] {
    if (!this.place.has(`answer ${question.id}`)) return ways.map(() => 0);
    const tests = this.testsOn(question.id);
    const first = new Map<string, number>();
    return ways.map(({ answer }, index) => {
      const facts = alone(question, answer);
      const signature = tests.map((test) => (isTrue(test, facts) ? 1 : 0)).join('');
      const same = first.get(signature) ?? index;
      first.set(signature, same);
      return same;
    });
  }

  private testsOn(question: string): Test[] {
    const conditions = [
      ...conditionsOf(this.quiz).map((c) => c.condition),
      ...this.quiz.verdicts.flatMap((v) => verdictKind(v).conditions?.(v) ?? []),
    ];
    return conditions.flatMap((c) => testsIn(c)).filter((t) => 'answer' in t && t.answer === question);
  }

  /** Parts that are answered independently of each other add up. */
  private partSteps(question: Question, parts: Way[][]): Step[][] {
    const plan = planOf(this.quiz);
    const uses = plan.questions.get(question.id)?.uses ?? [];
    return parts.map((ways, index) => {
      const last = index === parts.length - 1;
      const merged = new Map<string, Step>();
      for (const { answer, share } of ways) {
        const change = new Float64Array(this.columns.length);
        this.columns.forEach((column, i) => {
          if (column.kind === 'answer' && column.question === question.id && last) change[i] = 1;
          if (
            column.kind === 'spoken' &&
            this.outcomesOf(column.verdict).some((o) => contribution(question, o, answer)?.spoken)
          )
            change[i] = 1;
          if (column.kind !== 'sum') return;
          const use = uses.find((u) => u.track === plan.tracks.get(trackKey(column.track)));
          if (!use) return;
          if (column.part === 'points') change[i] = contribution(question, use.target, answer)?.value ?? 0;
          // Add what belongs to the whole question with its last part.
          else if (last)
            change[i] = {
              count: 1,
              spoken: 0,
              low: use.low,
              high: use.high,
              answeredLow: use.ownLow,
              answeredHigh: use.ownHigh,
              pending: 0,
            }[column.part];
        });
        const key = change.join();
        const old = merged.get(key);
        merged.set(key, old ? { ...old, share: old.share + share } : { share, change, strengthened: [] });
      }
      return [...merged.values()];
    });
  }

  contact(fields: string[]): Step[] {
    const change = (value: number) =>
      Float64Array.from(this.columns, (c) => (c.kind === 'contact' && fields.includes(c.field) ? value : 0));
    const filled: Step = { share: 1, change: change(1), strengthened: [] };
    return this.options.contactMayBeEmpty
      ? [
          { ...filled, share: 0.5 },
          { ...filled, share: 0.5, change: change(2) },
        ]
      : [filled];
  }

  private outcomesOf(id: string): string[] {
    return outcomesOf(this.quiz, id);
  }
}

export const outcomesOf = (quiz: Quiz, verdict: string): string[] =>
  quiz.verdicts.find((v) => v.id === verdict)?.outcomes.map((o) => o.id) ?? [];

/** The facts of one answer by itself, for tests that ask about no more. */
const alone = (question: Question, answer: Way['answer']): Facts => ({
  question: () => question,
  shown: () => true,
  answer: () => answer,
  value: () => ({ value: null, most: null }),
  outcomes: () => [],
  known: () => undefined,
  contact: () => ({ asked: false, value: '' }),
  attempts: () => 1,
});
