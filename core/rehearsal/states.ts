/**
 * Carries all distinct states of a run forward side by side, page by page, merging those that are alike. A state is a row of numbers: sums,
 * counts, remembered answers, only as far as something later asks about them.
 */
import type { Condition, Page, Quiz, Target, Verdict } from '../schema/quiz';
import { quizIndex, isContact, isQuestion } from '../document/lookup';
import { type Facts, isTrue } from '../conditions/evaluate';
import { factsOf } from '../verdicts/facts';
import { Ledger, planOf, trackKey } from '../scoring/ledger';
import { verdictKind } from '../verdicts/registry';
import type { Tally } from '../verdicts/kind';
import { round9 } from '../values/numbers';
import { destinationOf, documentOrder, exitTaken, gateExit, type Move } from '../flow/navigate';
import { ALWAYS, type Column, columnKey } from './columns';
import { outcomesOf, type Step, type StepOptions, Steps, type WaysOf } from './steps';
import { cell, StateTable } from './table';

/** A rank above all others, until they are counted anew. */
const NOW = 1e9;

export type Listener = {
  visit?: (page: string, share: number) => void;
  leave?: (page: string, move: Move, share: number) => void;
  end?: (row: Float64Array, share: number) => void;
};

/** One walk of all states from the first page to the end, remembering these columns. */
export class StateWalk {
  private readonly columns: Column[];
  private readonly place = new Map<string, number>();
  private readonly asks: Page[];
  private readonly ranked: number[][];
  /** Columns of tallies of which only the differences matter, where the walk is for a verdict by points. */
  private readonly levelled: number[];
  private readonly known: Map<string, string>;
  private readonly steps: Steps;
  private readonly ranks = new Float64Array(64);
  /** 1 where a change is added to a column, 0 where it takes its place. */
  private readonly adds: Uint8Array;

  constructor(
    private readonly quiz: Quiz,
    private readonly waysOf: WaysOf,
    wanted: Column[],
    private readonly most: number,
    followed?: Verdict,
    options: StepOptions = {},
  ) {
    const unique = new Map<string, Column>();
    for (const column of wanted) {
      const key = columnKey(column);
      const old = unique.get(key);
      unique.set(key, old ? { ...old, until: Math.max(old.until, column.until) } : column);
    }
    this.columns = [...unique.values()];
    this.columns.forEach((c, i) => this.place.set(columnKey(c), i));
    this.adds = Uint8Array.from(this.columns, (c) => (c.kind === 'sum' ? 1 : 0));
    this.steps = new Steps(quiz, waysOf, this.columns, this.place, options);
    this.asks = quiz.pages.filter((p) => p.stage === 'ask');
    this.known = new Map(quiz.known.map((k) => [k.id, k.default ?? '']));
    this.ranked = quiz.verdicts.flatMap((v) => {
      const at = v.outcomes.map((o) => this.place.get(`rank ${v.id} ${o.id}`) ?? -1);
      return at.length === 0 || at.some((i) => i < 0) ? [] : [at];
    });
    const tallies = followed && verdictKind(followed).tallies;
    const own = tallies && !tallies.looksAt(followed).greatest ? followed.outcomes : [];
    const at = own.map((o) => this.place.get(`${o.id} points`) ?? -1);
    // Keep differences only if no condition on the way reads the sums.
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
      this.columns.forEach((column, i) => (kept[i] = column.until < at ? 0 : cell(row, i)));
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
      const parts = isQuestion(block)
        ? this.steps.of(block, page)
        : [this.steps.contact(block.fields.map((f) => f.id))];
      if (!block.showIf && parts.every((steps) => steps.every(isIdle))) continue;
      // Decide whether the block shows before its first part.
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
      const by = cell(change, i);
      if (by === 0) continue;
      row[i] = this.adds[i] === 1 ? round9(cell(row, i) + by) : by;
    }
    if (strengthened.length > 0) this.rank(row, strengthened);
    if (this.levelled.length > 0) {
      let least = Infinity;
      for (const i of this.levelled) if (cell(row, i) < least) least = cell(row, i);
      if (least !== 0) for (const i of this.levelled) row[i] = round9(cell(row, i) - least);
    }
  }

  /** Those strengthened now come after all others; what is kept is only who stands behind whom. */
  private rank(row: Float64Array, strengthened: number[]): void {
    for (const i of strengthened) row[i] = NOW;
    for (const at of this.ranked) {
      // A rank is 1 + the number of distinct ranks below it. There are few outcomes, so pairs are counted.
      at.forEach((place, a) => {
        const own = cell(row, place);
        let below = own > 0 ? 1 : 0;
        at.forEach((otherPlace, b) => {
          const other = cell(row, otherPlace);
          if (other <= 0 || other >= own) return;
          const isFirst = !at.some((earlier, c) => c < b && cell(row, earlier) === other);
          if (isFirst) below += 1;
        });
        this.ranks[a] = below;
      });
      at.forEach((place, a) => (row[place] = cell(this.ranks, a)));
    }
  }

  private appears(condition: Condition | undefined, row: Float64Array): boolean {
    return condition === undefined || isTrue(condition, this.facts(row));
  }

  private value(row: Float64Array, key: string): number {
    const at = this.place.get(key);
    return at === undefined ? 0 : cell(row, at);
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
    const read = (row: Float64Array, i: number) => (i < 0 ? 0 : cell(row, i));
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
      const value = cell(row, i);
      const track = (key: string) => plan.tracks.get(key) ?? -1;
      if (column.kind === 'sum') ledger[column.part][track(trackKey(column.track))] = value;
      if (column.kind === 'spoken')
        for (const id of outcomesOf(this.quiz, column.verdict)) ledger.spoken[track(id)] = value;
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
