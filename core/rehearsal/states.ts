/**
 * Carries all distinct states of a run forward side by side, page by page, merging those that are alike. A state is a row of numbers: sums,
 * counts, remembered answers, only as far as something later asks about them.
 */
import { isKeyed } from '../questions/registry';
import type { Condition, Page, Question, Quiz, Target, Verdict } from '../schema/quiz';
import { quizIndex, isContact, isQuestion } from '../document/lookup';
import { type Facts, isTrue, type Test, testsIn } from '../conditions/evaluate';
import { creditOf } from '../questions/credit';
import { factsOf } from '../scoring/facts';
import { addQuestion, Ledger, planOf, trackKey } from '../scoring/ledger';
import type { Tally } from '../scoring/verdicts';
import { contribution } from '../scoring/weights';
import { round9 } from '../values/numbers';
import { destinationOf, documentOrder, exitTaken, gateExit, type Move } from '../flow/navigate';
import { isListable, type Way, waysByPart } from './answers';
import type { Mix } from './mix';
import { ALWAYS, type Column, columnKey, conditionsOf } from './columns';
import { StateTable } from './table';

/** A rank above all others, until they are counted anew. */
const NOW = 1e9;

type Step = { share: number; change: Float64Array; strengthened: number[] };
export type Listener = {
  visit?: (page: string, share: number) => void;
  leave?: (page: string, move: Move, share: number) => void;
  end?: (row: Float64Array, share: number) => void;
};
export type WaysOf = (question: Question) => Way[];

/** One walk of all states from the first page to the end, remembering these columns. */
export class StateWalk {
  private readonly columns: Column[];
  private readonly place = new Map<string, number>();
  private readonly asks: Page[];
  private readonly ranked: number[][];
  /** Columns of tallies of which only the differences matter, where the walk is for a verdict by points. */
  private readonly levelled: number[];
  private readonly known: Map<string, string>;
  private readonly steps = new Map<string, Step[][]>();
  private readonly ranks = new Float64Array(64);

  constructor(
    private readonly quiz: Quiz,
    private readonly waysOf: WaysOf,
    wanted: Column[],
    private readonly most: number,
    followed?: Verdict,
    private readonly options: {
      /** as when all that is possible is looked at */ contactMayBeEmpty?: boolean;
      mix?: Mix | undefined;
    } = {},
  ) {
    const unique = new Map<string, Column>();
    for (const column of wanted) {
      const key = columnKey(column);
      const old = unique.get(key);
      unique.set(key, old ? { ...old, until: Math.max(old.until, column.until) } : column);
    }
    this.columns = [...unique.values()];
    this.columns.forEach((c, i) => this.place.set(columnKey(c), i));
    this.asks = quiz.pages.filter((p) => p.stage === 'ask');
    this.known = new Map(quiz.known.map((k) => [k.id, k.default ?? '']));
    this.ranked = quiz.verdicts.flatMap((v) => {
      const at = v.outcomes.map((o) => this.place.get(`rank ${v.id} ${o.id}`) ?? -1);
      return at.length === 0 || at.some((i) => i < 0) ? [] : [at];
    });
    const own = followed?.by === 'strongest' && followed.compare !== 'share' ? followed.outcomes : [];
    const at = own.map((o) => this.place.get(`${o.id} points`) ?? -1);
    // Differences are enough only where nothing on the way asks for the sums themselves.
    const alone = !this.columns.some((c) => c.kind === 'sum' && c.until !== ALWAYS);
    this.levelled = alone && at.every((i) => i >= 0) ? at : [];
  }

  run({ visit, leave, end }: Listener): void {
    const { position } = quizIndex(this.quiz);
    const arrived = new Map<string, StateTable>();
    const row = new Float64Array(this.columns.length);
    const kept = new Float64Array(this.columns.length);
    const put = (page: Page, share: number) => {
      const at = position.get(page.id) ?? 0;
      for (let i = 0; i < row.length; i++) kept[i] = (this.columns[i] as Column).until < at ? 0 : (row[i] as number);
      let table = arrived.get(page.id);
      if (!table) arrived.set(page.id, (table = new StateTable(row.length, this.most)));
      table.put(kept, share);
    };
    const order = documentOrder(this.quiz);
    const goTo = (from: Page | null, target: Target, share: number) => {
      const next = destinationOf(this.quiz, order, from, target, (page) => this.appears(page.showIf, row));
      if (next.to === 'page' && next.page.stage === 'ask') {
        put(next.page, share);
        return;
      }
      if (next.to === 'page') visit?.(next.page.id, share);
      end?.(row, share);
    };

    goTo(null, 'next', 1);
    for (const page of this.asks) {
      const table = arrived.get(page.id);
      if (!table) continue;
      arrived.delete(page.id);
      if (visit) for (let i = 0; i < table.size; i++) visit(page.id, table.read(i, row));
      const left = this.fill(page, table);
      for (let i = 0; i < left.size; i++) {
        const share = left.read(i, row);
        const isGateShut = page.hold && this.value(row, `failed ${page.id}`) > 0;
        let facts: Facts | undefined;
        const exit = isGateShut ? gateExit(page) : exitTaken(page, (when) => isTrue(when, (facts ??= this.facts(row))));
        leave?.(page.id, exit.move, share);
        goTo(page, exit.to, share);
      }
    }
  }

  /** All states after the blocks of a page were answered, one by one, since what stands below may depend on what stands above. */
  private fill(page: Page, start: StateTable): StateTable {
    let table = start;
    const row = new Float64Array(this.columns.length);
    const next = new Float64Array(this.columns.length);
    for (const block of page.blocks) {
      if (!isQuestion(block) && !isContact(block)) continue;
      const parts = isQuestion(block) ? this.stepsOf(block, page) : [this.contactSteps(block.fields.map((f) => f.id))];
      if (!block.showIf && parts.every((steps) => steps.every(isIdle))) continue;
      // Whether it shows is settled before the first of its parts.
      const hidden = new StateTable(row.length, this.most);
      if (block.showIf) table = this.split(table, block.showIf, hidden);
      for (const steps of parts) {
        const filled = new StateTable(row.length, this.most);
        for (let i = 0; i < table.size; i++) {
          const share = table.read(i, row);
          for (const step of steps) {
            next.set(row);
            this.apply(next, step);
            filled.put(next, share * step.share);
          }
        }
        table = filled;
      }
      for (let i = 0; i < hidden.size; i++) {
        const share = hidden.read(i, row);
        table.put(row, share);
      }
    }
    return table;
  }

  /** The states in which something shows; the others are put aside. */
  private split(table: StateTable, showIf: Condition, hidden: StateTable): StateTable {
    const row = new Float64Array(this.columns.length);
    const shown = new StateTable(row.length, this.most);
    for (let i = 0; i < table.size; i++) {
      const share = table.read(i, row);
      (this.appears(showIf, row) ? shown : hidden).put(row, share);
    }
    return shown;
  }

  private apply(row: Float64Array, { change, strengthened }: Step): void {
    for (let i = 0; i < row.length; i++) {
      const by = change[i] as number;
      if (by === 0) continue;
      row[i] = (this.columns[i] as Column).kind === 'sum' ? round9((row[i] as number) + by) : by;
    }
    if (strengthened.length > 0) this.rank(row, strengthened);
    if (this.levelled.length > 0) {
      let least = Infinity;
      for (const i of this.levelled) if ((row[i] as number) < least) least = row[i] as number;
      if (least !== 0) for (const i of this.levelled) row[i] = round9((row[i] as number) - least);
    }
  }

  /** Those strengthened now come after all others; what is kept is only who stands behind whom. */
  private rank(row: Float64Array, strengthened: number[]): void {
    for (const i of strengthened) row[i] = NOW;
    for (const at of this.ranked) {
      // A rank is 1 + the number of distinct ranks below it. There are few outcomes, so pairs are counted.
      for (let a = 0; a < at.length; a++) {
        const own = row[at[a] as number] as number;
        let below = own > 0 ? 1 : 0;
        for (let b = 0; b < at.length; b++) {
          const other = row[at[b] as number] as number;
          if (other <= 0 || other >= own) continue;
          let first = true;
          for (let c = 0; c < b; c++) if (row[at[c] as number] === other) first = false;
          if (first) below += 1;
        }
        this.ranks[a] = below;
      }
      for (let a = 0; a < at.length; a++) row[at[a] as number] = this.ranks[a] as number;
    }
  }

  /** The ways of answering, those with the same effect as one; of a large question part by part. */
  private stepsOf(question: Question, page: Page): Step[][] {
    const key = `${page.id} ${question.id}`;
    const known = this.steps.get(key);
    if (known) return known;
    const parts = isListable(question) ? null : waysByPart(question, this.options.mix);
    const steps = parts ? this.partSteps(question, parts) : [this.listedSteps(question, page)];
    this.steps.set(key, steps);
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
        if (column.kind === 'answer' && column.question === question.id) change[i] = (alike[index] as number) + 1;
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
      ...this.quiz.verdicts.flatMap((v) => (v.by === 'rules' ? v.rules.map((r) => r.when) : [])),
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
          // What belongs to the question as a whole is added with its last part.
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

  private contactSteps(fields: string[]): Step[] {
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
    return this.quiz.verdicts.find((v) => v.id === id)?.outcomes.map((o) => o.id) ?? [];
  }

  private appears(condition: Condition | undefined, row: Float64Array): boolean {
    return condition === undefined || isTrue(condition, this.facts(row));
  }

  private value(row: Float64Array, key: string): number {
    const at = this.place.get(key);
    return at === undefined ? 0 : (row[at] as number);
  }

  /** A reader of a verdict's tallies off a state. */
  talliesOf(verdict: Verdict): (row: Float64Array) => Tally[] {
    const at = (key: string) => this.place.get(key) ?? -1;
    const spoken = at(`spoken ${verdict.id}`);
    const places = verdict.outcomes.map(({ id }) => ({
      id,
      points: at(`${id} points`),
      high: at(`${id} high`),
      rank: at(`rank ${verdict.id} ${id}`),
    }));
    const read = (row: Float64Array, i: number) => (i < 0 ? 0 : (row[i] as number));
    return (row) =>
      places.map(({ id, points, high, rank }) => ({
        id,
        points: read(row, points),
        greatest: read(row, high),
        last: read(row, rank),
        spoken: read(row, spoken) > 0,
      }));
  }

  /** The sums of a state, as scoring reads them. */
  ledger(row: Float64Array): Ledger {
    const plan = planOf(this.quiz);
    const ledger = new Ledger(plan.size);
    this.columns.forEach((column, i) => {
      const value = row[i] as number;
      const track = (key: string) => plan.tracks.get(key) ?? -1;
      if (column.kind === 'sum') ledger[column.part][track(trackKey(column.track))] = value;
      if (column.kind === 'spoken') for (const id of this.outcomesOf(column.verdict)) ledger.spoken[track(id)] = value;
      if (column.kind === 'rank') ledger.last[track(column.outcome)] = value;
    });
    return ledger;
  }

  facts(row: Float64Array): Facts {
    return factsOf(this.quiz, () => this.ledger(row), {
      shown: (id) => this.value(row, `answer ${id}`) > 0,
      answer: (id) => {
        const question = quizIndex(this.quiz).questions.get(id);
        return question && this.waysOf(question)[this.value(row, `answer ${id}`) - 1]?.answer;
      },
      known: (id) => this.known.get(id),
      // A rehearsed visitor fills in what is asked.
      contact: (field) => {
        const value = this.value(row, `contact ${field}`);
        return { asked: value > 0, value: value === 1 ? '…' : '' };
      },
      attempts: () => 1,
    });
  }
}

const isIdle = (step: Step): boolean => step.strengthened.length === 0 && step.change.every((d) => d === 0);

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
