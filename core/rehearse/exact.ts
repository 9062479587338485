/**
 * Exact odds: all distinct states of a run are carried forward side by side, page by page, and those that are alike are merged. A state is
 * a row of numbers: sums, counts, remembered answers, only as far as something later asks about them. Each verdict and each scale is
 * followed in a walk of its own, so that what need not be known together is not multiplied.
 */
import type { Condition, Page, Question, Quiz, Verdict } from '../quiz/schema';
import { indexOf, isContact, isQuestion } from '../quiz/lookup';
import { holds, testsIn } from '../score/conditions';
import { factsOf } from '../score/facts';
import { add, emptyLedger, type Entry, type Ledger, readScale, readTally, type Track, trackKey } from '../score/ledger';
import { decide, type Tally, tiedAtTop, winnersOf } from '../score/verdicts';
import { round9 } from '../score/numbers';
import { isListable, type Way, waysToAnswer } from './answers';
import { type Odds, spreadOf, tallied } from './spread';
import { StateTable, TooManyStates } from './table';

export const MOST_STATES = 200_000;

type Part = 'points' | 'count' | 'low' | 'high' | 'answeredLow' | 'answeredHigh';
/** What a state remembers; `until` is the last page, by position, that asks about it. */
type Column = { until: number } & (
  | { kind: 'sum'; track: Track; part: Part }
  /** Whether anything contributed to the verdict: 0 or 1. */
  | { kind: 'spoken'; verdict: string }
  /** Which outcome was strengthened later than which: 0 = never, then 1, 2 … */
  | { kind: 'rank'; verdict: string; outcome: string }
  /** 0 = not shown, else 1 + the index of the way it was answered. */
  | { kind: 'answer'; question: string }
  | { kind: 'contact'; field: string }
);
const ALWAYS = Number.POSITIVE_INFINITY;
/** A rank above all others, until they are counted anew. */
const NOW = 1e9;

const columnKey = (c: Column): string =>
  c.kind === 'sum'
    ? `${trackKey(c.track)} ${c.part}`
    : c.kind === 'spoken'
      ? `spoken ${c.verdict}`
      : c.kind === 'rank'
        ? `rank ${c.verdict} ${c.outcome}`
        : c.kind === 'answer'
          ? `answer ${c.question}`
          : `contact ${c.field}`;

/** Exact odds, or null where a jump leads back, a question has too many ways to be answered, or the states grow too many. */
export function exactOdds(quiz: Quiz): Odds | null {
  const { position, questions } = indexOf(quiz);
  for (const page of quiz.pages) {
    const targets = [...(page.routes ?? []).map((r) => r.to), page.otherwise];
    for (const to of targets) {
      if (typeof to === 'object' && (position.get(to.page) ?? ALWAYS) <= (position.get(page.id) ?? 0)) return null;
    }
  }
  if (![...questions.values()].every(isListable)) return null;
  try {
    return new Rehearsal(quiz).odds();
  } catch (error) {
    if (error instanceof TooManyStates) return null;
    throw error;
  }
}

class Rehearsal {
  private readonly control: Column[];
  private readonly ways = new Map<string, Way[]>();

  constructor(private readonly quiz: Quiz) {
    this.control = quiz.pages.flatMap((page, i) =>
      [page.showIf, ...(page.routes ?? []).map((r) => r.when), ...page.blocks.map((b) => b.showIf)].flatMap((c) =>
        c ? this.neededBy(c, i) : [],
      ),
    );
    for (const question of indexOf(quiz).questions.values()) this.ways.set(question.id, waysToAnswer(question));
  }

  odds(): Odds {
    const odds: Odds = { method: 'exact', pages: {}, outcomes: {}, scales: {}, tallies: {}, ties: {} };
    for (const page of this.quiz.pages) odds.pages[page.id] = 0;
    new Walk(this.quiz, this.ways, this.control).run({
      visit: (page, share) => (odds.pages[page] = round9((odds.pages[page] ?? 0) + share)),
    });
    for (const verdict of this.quiz.verdicts) this.follow(verdict, odds);
    for (const { id } of this.quiz.scales) odds.scales[id] = this.spread({ kind: 'scale', id });
    for (const id of tallied(this.quiz)) odds.tallies[id] = this.spread({ kind: 'tally', id });
    return odds;
  }

  private follow(verdict: Verdict, odds: Odds): void {
    const shares: Record<string, number> = Object.fromEntries(verdict.outcomes.map((o) => [o.id, 0]));
    let tied = 0;
    const own = this.neededByVerdict(verdict, ALWAYS);
    const walk = new Walk(this.quiz, this.ways, [...this.control, ...own], verdict);
    const talliesOf = verdict.by === 'strongest' ? walk.talliesOf(verdict) : null;
    walk.run({
      end: (row, share) => {
        let outcomes: string[];
        if (verdict.by === 'strongest' && talliesOf) {
          const tallies = talliesOf(row);
          outcomes = winnersOf(verdict, tallies);
          if (tallies.some((t) => t.spoken) && tiedAtTop(verdict, tallies).length > 1) tied += share;
        } else outcomes = decide(this.quiz, verdict, walk.ledger(row), walk.facts(row)).outcomes;
        for (const id of outcomes) shares[id] = (shares[id] ?? 0) + share;
      },
    });
    odds.outcomes[verdict.id] = Object.fromEntries(Object.entries(shares).map(([id, share]) => [id, round9(share)]));
    odds.ties[verdict.id] = round9(tied);
  }

  private spread({ kind, id }: { kind: 'scale' | 'tally'; id: string }) {
    const track = { target: id };
    const parts: Part[] = this.quiz.scales.some((s) => s.id === id && s.combine === 'mean')
      ? ['points', 'count']
      : ['points'];
    const walk = new Walk(this.quiz, this.ways, [
      ...this.control,
      ...parts.map((part): Column => ({ kind: 'sum', track, part, until: ALWAYS })),
    ]);
    const values = new Map<number, number>();
    walk.run({
      end: (row, share) => {
        const ledger = walk.ledger(row);
        const value = kind === 'scale' ? readScale(this.quiz, ledger, id).points : readTally(ledger, id).points;
        if (value !== null) values.set(value, (values.get(value) ?? 0) + share);
      },
    });
    return spreadOf(values);
  }

  private neededBy(condition: Condition, until: number): Column[] {
    return testsIn(condition).flatMap((test): Column[] => {
      if ('answer' in test) return [{ kind: 'answer', question: test.answer, until }];
      if ('contact' in test) return [{ kind: 'contact', field: test.contact, until }];
      if ('known' in test) return [];
      if ('verdict' in test) {
        const verdict = this.quiz.verdicts.find((v) => v.id === test.verdict);
        return verdict ? this.neededByVerdict(verdict, until) : [];
      }
      const range = test.unit === 'percent' || test.lt === 'most' || test.ge === 'most';
      const target = 'scale' in test ? test.scale : test.of;
      return this.sums('scale' in test ? { target } : { target, topic: test.topic }, range, until);
    });
  }

  private sums(track: Track, range: boolean, until: number): Column[] {
    const mean = this.quiz.scales.some((s) => s.id === track.target && s.combine === 'mean');
    const parts: Part[] = ['points'];
    if (mean) parts.push('count');
    if (range) parts.push('low', 'high');
    if (range && mean) parts.push('answeredLow', 'answeredHigh');
    return parts.map((part) => ({ kind: 'sum', track, part, until }));
  }

  private neededByVerdict(verdict: Verdict, until: number): Column[] {
    if (verdict.by === 'bands')
      return this.sums({ target: verdict.scale, topic: verdict.topic }, verdict.unit === 'percent', until);
    if (verdict.by === 'rules') {
      // A rule that asks about its own verdict, or one decided later, finds nothing there.
      const earlier = this.quiz.verdicts.slice(0, this.quiz.verdicts.indexOf(verdict)).map((v) => v.id);
      return verdict.rules.flatMap((rule) => this.neededByTests(rule.when, earlier, until));
    }
    return [
      { kind: 'spoken', verdict: verdict.id, until },
      ...verdict.outcomes.flatMap((o): Column[] => [
        { kind: 'sum', track: { target: o.id }, part: 'points', until },
        ...(verdict.compare === 'share'
          ? [{ kind: 'sum' as const, track: { target: o.id }, part: 'high' as const, until }]
          : []),
        ...(verdict.ties === 'latest' ? [{ kind: 'rank' as const, verdict: verdict.id, outcome: o.id, until }] : []),
      ]),
    ];
  }

  private neededByTests(condition: Condition, earlier: string[], until: number): Column[] {
    return testsIn(condition).flatMap((test) =>
      'verdict' in test && !earlier.includes(test.verdict) ? [] : this.neededBy(test, until),
    );
  }
}

type Step = { share: number; change: Float64Array; strengthened: number[] };
type Listener = { visit?: (page: string, share: number) => void; end?: (row: Float64Array, share: number) => void };

/** One walk of all states from the first page to the end, remembering these columns. */
class Walk {
  private readonly columns: Column[];
  private readonly place = new Map<string, number>();
  private readonly asks: Page[];
  private readonly ranked: { verdict: string; at: number[]; outcomes: string[] }[];
  /** Columns of tallies of which only the differences matter, where the walk is for a verdict by points. */
  private readonly levelled: number[];
  private readonly known: Map<string, string>;
  private readonly steps = new Map<string, Step[]>();
  private readonly ranks = new Float64Array(64);

  constructor(
    private readonly quiz: Quiz,
    private readonly ways: Map<string, Way[]>,
    wanted: Column[],
    followed?: Verdict,
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
    this.known = new Map(quiz.known.map((k) => [k.id, k.default]));
    this.ranked = quiz.verdicts.flatMap((v) => {
      if (v.by !== 'strongest' || v.ties !== 'latest') return [];
      const at = v.outcomes.map((o) => this.place.get(`rank ${v.id} ${o.id}`) ?? -1);
      return at.some((i) => i < 0) ? [] : [{ verdict: v.id, at, outcomes: v.outcomes.map((o) => o.id) }];
    });
    const own = followed?.by === 'strongest' && followed.compare !== 'share' ? followed.outcomes : [];
    const at = own.map((o) => this.place.get(`${o.id} points`) ?? -1);
    const alone =
      at.every((i) => i >= 0 && this.columns[i]?.until === ALWAYS) &&
      !this.columns.some((c) => c.until !== ALWAYS && c.kind === 'spoken');
    this.levelled = alone ? at : [];
  }

  run({ visit, end }: Listener): void {
    const { position } = indexOf(this.quiz);
    const arrived = new Map<string, StateTable>();
    const row = new Float64Array(this.columns.length);
    const kept = new Float64Array(this.columns.length);
    const finish = (share: number) => {
      const result = this.quiz.pages.find((p) => p.stage === 'result' && this.appears(p.showIf, row));
      if (result) visit?.(result.id, share);
      end?.(row, share);
    };
    const put = (page: Page, share: number) => {
      const at = position.get(page.id) ?? 0;
      for (let i = 0; i < row.length; i++) kept[i] = (this.columns[i] as Column).until < at ? 0 : (row[i] as number);
      let table = arrived.get(page.id);
      if (!table) arrived.set(page.id, (table = new StateTable(row.length, MOST_STATES)));
      table.put(kept, share);
    };
    const goOn = (from: number, share: number) => {
      const next = this.asks.slice(from).find((p) => this.appears(p.showIf, row));
      if (next) put(next, share);
      else finish(share);
    };

    goOn(0, 1);
    this.asks.forEach((page, index) => {
      const table = arrived.get(page.id);
      if (!table) return;
      arrived.delete(page.id);
      if (visit) for (let i = 0; i < table.size; i++) visit(page.id, table.read(i, row));
      const left = this.fill(page, table);
      for (let i = 0; i < left.size; i++) {
        const share = left.read(i, row);
        const facts = page.routes?.length ? this.facts(row) : null;
        const target = (facts && page.routes?.find(({ when }) => holds(when, facts))?.to) ?? page.otherwise ?? 'next';
        const to = typeof target === 'object' ? indexOf(this.quiz).pages.get(target.page) : undefined;
        if (target === 'finish') finish(share);
        else if (to?.stage === 'ask') put(to, share);
        else if (to) {
          visit?.(to.id, share);
          end?.(row, share);
        } else goOn(index + 1, share);
      }
    });
  }

  /** All states after the blocks of a page were answered, one by one, since what stands below may depend on what stands above. */
  private fill(page: Page, start: StateTable): StateTable {
    let table = start;
    const row = new Float64Array(this.columns.length);
    const next = new Float64Array(this.columns.length);
    for (const block of page.blocks) {
      if (!isQuestion(block) && !isContact(block)) continue;
      const steps = isQuestion(block) ? this.stepsOf(block) : this.contactSteps(block.fields.map((f) => f.id));
      if (!block.showIf && steps.every((s) => s.strengthened.length === 0 && s.change.every((d) => d === 0))) continue;
      const filled = new StateTable(row.length, MOST_STATES);
      for (let i = 0; i < table.size; i++) {
        const share = table.read(i, row);
        if (!this.appears(block.showIf, row)) {
          filled.put(row, share);
          continue;
        }
        for (const step of steps) {
          next.set(row);
          this.apply(next, step);
          filled.put(next, share * step.share);
        }
      }
      table = filled;
    }
    return table;
  }

  private apply(row: Float64Array, { change, strengthened }: Step): void {
    for (let i = 0; i < row.length; i++) {
      const by = change[i] as number;
      if (by === 0) continue;
      const column = this.columns[i] as Column;
      row[i] = column.kind === 'sum' ? round9((row[i] as number) + by) : column.kind === 'spoken' ? 1 : by;
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
    for (const { at } of this.ranked) {
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

  /** The ways of answering, those with the same effect as one. */
  private stepsOf(question: Question): Step[] {
    const known = this.steps.get(question.id);
    if (known) return known;
    const merged = new Map<string, Step>();
    (this.ways.get(question.id) ?? []).forEach(({ answer, share }, index) => {
      const change = new Float64Array(this.columns.length);
      const strengthened: number[] = [];
      this.columns.forEach((column, i) => {
        if (column.kind === 'answer' && column.question === question.id) change[i] = index + 1;
        if (column.kind === 'sum') change[i] = entryOf(question, column.track, answer)?.[column.part] ?? 0;
        if (column.kind === 'spoken')
          change[i] = this.outcomesOf(column.verdict).some(
            (o) => (entryOf(question, { target: o }, answer)?.spoken ?? 0) > 0,
          )
            ? 1
            : 0;
        if (column.kind === 'rank' && (entryOf(question, { target: column.outcome }, answer)?.last ?? -1) >= 0)
          strengthened.push(i);
      });
      const key = `${change.join()} ${strengthened.join()}`;
      const old = merged.get(key);
      merged.set(key, old ? { ...old, share: old.share + share } : { share, change, strengthened });
    });
    const steps = [...merged.values()];
    this.steps.set(question.id, steps);
    return steps;
  }

  private contactSteps(fields: string[]): Step[] {
    const change = Float64Array.from(this.columns, (c) => (c.kind === 'contact' && fields.includes(c.field) ? 1 : 0));
    return [{ share: 1, change, strengthened: [] }];
  }

  private outcomesOf(id: string): string[] {
    return this.quiz.verdicts.find((v) => v.id === id)?.outcomes.map((o) => o.id) ?? [];
  }

  private appears(condition: Condition | undefined, row: Float64Array): boolean {
    return condition === undefined || holds(condition, this.facts(row));
  }

  private value(row: Float64Array, key: string): number {
    const at = this.place.get(key);
    return at === undefined ? 0 : (row[at] as number);
  }

  /** A reader of a verdict's tallies off a state. */
  talliesOf(verdict: Extract<Verdict, { by: 'strongest' }>): (row: Float64Array) => Tally[] {
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
    const entries = new Map<string, Entry>();
    const entry = (key: string): Entry => {
      const made = entries.get(key) ?? {
        points: 0,
        count: 0,
        spoken: 0,
        low: 0,
        high: 0,
        answeredLow: 0,
        answeredHigh: 0,
        last: -1,
      };
      entries.set(key, made);
      return made;
    };
    this.columns.forEach((column, i) => {
      const value = row[i] as number;
      if (column.kind === 'sum') entry(trackKey(column.track))[column.part] = value;
      if (column.kind === 'spoken') for (const id of this.outcomesOf(column.verdict)) entry(id).spoken = value;
      if (column.kind === 'rank') entry(column.outcome).last = value;
    });
    return { entries, questions: 0 };
  }

  facts(row: Float64Array) {
    return factsOf(this.quiz, () => this.ledger(row), {
      shown: (id) => this.value(row, `answer ${id}`) > 0,
      answer: (id) => this.ways.get(id)?.[this.value(row, `answer ${id}`) - 1]?.answer,
      known: (id) => this.known.get(id),
      // A rehearsed visitor fills in what is asked.
      contact: (field) => (this.value(row, `contact ${field}`) > 0 ? '…' : undefined),
    });
  }
}

/** What one answer adds to one sum. */
const entryOf = (question: Question, track: Track, answer: Way['answer']): Entry | undefined =>
  add(emptyLedger(), [track], question, answer).entries.get(trackKey(track));
