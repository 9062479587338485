/** Reads runs one after the other and tells what they say together (model, section 6). Nothing of a run is kept but sums. */
import { idsOffered, isKeyed, isReviewed, offeredBy } from '../questions/registry';
import type { Question, Quiz } from '../schema/quiz';
import { questionsOf } from '../document/lookup';
import { chosenIn, isAnswered } from '../values/answer';
import { type Result, resultOf } from '../flow/result';
import { contribution, weighs } from '../scoring/weights';
import { questionsOnWay, type Run } from '../flow/run';
import { Alpha, Correlation, Moments } from './moments';
import type { ScalePair } from './scales-together';
import { type Association, associationOf } from './tables';

export type Driver = Association & {
  /** Of a choice of many: one table for each option, chosen or not by outcome. */
  options?: Record<string, Association>;
  /** P(outcome | option) / P(outcome); null for an outcome that nobody reached. */
  lift: Record<string, Record<string, number | null>>;
};
export type Stats = {
  /** Finished ones: only these count. */
  runs: number;
  questions: Record<
    string,
    { answered: number; options?: Record<string, number>; difficulty?: number | null; discrimination?: number | null }
  >;
  scales: Record<string, { mean: number | null; sd: number | null; alpha?: number | null }>;
  marks: { mean: number | null; sd: number | null; alpha?: number | null };
  outcomes: Record<string, Record<string, number>>;
  drivers: Record<string, Record<string, Driver>>;
};

/** Fewer items than this make no scale to speak of. */
const LEAST_ITEMS = 3;

type QuestionSums = { answered: number; options: Map<string, number>; credit: Moments; discrimination: Correlation };
/** Counts by row and outcome; for a choice of many two rows per option, chosen and not. */
type Table = { answered: number; reached: Map<string, number>; cells: Map<string, Map<string, number>> };

export class RunReader {
  private runs = 0;
  private readonly questions = new Map<string, QuestionSums>();
  private readonly scales = new Map<string, { value: Moments; items: Question[]; alpha: Alpha }>();
  private readonly marks: { value: Moments; items: Question[]; alpha: Alpha } = {
    value: new Moments(),
    items: [],
    alpha: new Alpha(0),
  };
  private readonly outcomes = new Map<string, Map<string, number>>();
  /** Of each two scales, marks among them, by their ids. */
  private readonly beside: { one: string; other: string; n: number; sums: Correlation }[] = [];
  private readonly drivers = new Map<string, Map<string, Table>>();
  private readonly choices: Question[];

  constructor(private readonly quiz: Quiz) {
    const all = questionsOf(quiz);
    this.choices = all.filter((q) => offeredBy(q));
    for (const q of all)
      this.questions.set(q.id, {
        answered: 0,
        options: new Map(),
        credit: new Moments(),
        discrimination: new Correlation(),
      });
    for (const { id } of quiz.scales) {
      const items = all.filter((q) => weighs(q, id));
      this.scales.set(id, { value: new Moments(), items, alpha: new Alpha(items.length) });
    }
    this.marks.items = all.filter((q) => isKeyed(q) || isReviewed(q));
    this.marks.alpha = new Alpha(this.marks.items.length);
    const measures = [...quiz.scales.map(({ id }) => id), ...(this.marks.items.length > 0 ? ['marks'] : [])];
    measures.forEach((one, i) => {
      for (const other of measures.slice(i + 1)) this.beside.push({ one, other, n: 0, sums: new Correlation() });
    });
    for (const verdict of quiz.verdicts) {
      this.outcomes.set(verdict.id, new Map(verdict.outcomes.map((o) => [o.id, 0])));
      this.drivers.set(
        verdict.id,
        new Map(this.choices.map((q) => [q.id, { answered: 0, reached: new Map(), cells: new Map() }])),
      );
    }
  }

  add(run: Run): void {
    if (!run.finished) return;
    this.runs += 1;
    const result = resultOf(this.quiz, run);
    const onWay = questionsOnWay(this.quiz, run);
    for (const question of onWay) this.addQuestion(question, run, result);
    const answered = new Set(onWay.filter((q) => isAnswered(run.answers[q.id])));
    const areAnswered = (items: Question[]) => items.length > 0 && items.every((q) => answered.has(q));
    for (const [id, scale] of this.scales) {
      const points = result.scales[id]?.points;
      if (points !== null && points !== undefined) scale.value.add(points);
      if (areAnswered(scale.items))
        scale.alpha.add(scale.items.map((q) => contribution(q, id, run.answers[q.id], run.reviews[q.id])?.value ?? 0));
    }
    const points = (id: string) => (id === 'marks' ? result.marks.awarded : result.scales[id]?.points) ?? null;
    for (const pair of this.beside) {
      const [x, y] = [points(pair.one), points(pair.other)];
      if (x === null || y === null) continue;
      pair.n += 1;
      pair.sums.add(x, y);
    }
    this.marks.value.add(result.marks.awarded);
    if (areAnswered(this.marks.items))
      this.marks.alpha.add(this.marks.items.map((q) => result.questions[q.id]?.awarded ?? 0));
    for (const { id } of this.quiz.verdicts) {
      const reached = result.verdicts[id]?.outcomes ?? [];
      const counts = this.outcomes.get(id);
      for (const o of reached) counts?.set(o, (counts.get(o) ?? 0) + 1);
      for (const q of this.choices) if (answered.has(q)) this.drive(id, q, chosenIn(run.answers[q.id]), reached);
    }
  }

  private addQuestion(question: Question, run: Run, result: Result): void {
    const sums = this.questions.get(question.id);
    if (!sums) return;
    const answer = run.answers[question.id];
    if (isAnswered(answer)) {
      sums.answered += 1;
      if (offeredBy(question)) for (const id of chosenIn(answer)) sums.options.set(id, (sums.options.get(id) ?? 0) + 1);
    }
    const marked = result.questions[question.id];
    if (!marked || !isKeyed(question)) return;
    sums.credit.add(marked.credit ?? 0);
    sums.discrimination.add(marked.awarded, result.marks.awarded - marked.awarded);
  }

  private drive(verdict: string, question: Question, chosen: string[], reached: string[]): void {
    const table = this.drivers.get(verdict)?.get(question.id);
    if (!table) return;
    table.answered += 1;
    for (const o of reached) table.reached.set(o, (table.reached.get(o) ?? 0) + 1);
    const rows =
      offeredBy(question)?.pick === 'one'
        ? chosen
        : idsOffered(question).map((id) => (chosen.includes(id) ? id : `not ${id}`));
    for (const row of rows) {
      const cells = table.cells.get(row) ?? new Map<string, number>();
      table.cells.set(row, cells);
      for (const o of reached) cells.set(o, (cells.get(o) ?? 0) + 1);
      cells.set('', (cells.get('') ?? 0) + 1);
    }
  }

  stats(): Stats {
    const spread = (value: Moments, items: Question[], alpha: Alpha) => ({
      mean: value.n === 0 ? null : value.mean,
      sd: value.sd,
      ...(items.length >= LEAST_ITEMS ? { alpha: alpha.alpha } : {}),
    });
    return {
      runs: this.runs,
      questions: Object.fromEntries(questionsOf(this.quiz).map((q) => [q.id, this.questionStats(q)])),
      scales: Object.fromEntries([...this.scales].map(([id, s]) => [id, spread(s.value, s.items, s.alpha)])),
      marks: spread(this.marks.value, this.marks.items, this.marks.alpha),
      outcomes: Object.fromEntries([...this.outcomes].map(([id, counts]) => [id, Object.fromEntries(counts)])),
      drivers: Object.fromEntries(
        this.quiz.verdicts.map((v) => [
          v.id,
          Object.fromEntries(
            this.choices.map((q) => [
              q.id,
              this.driver(
                v.outcomes.map((o) => o.id),
                q,
                this.drivers.get(v.id)?.get(q.id),
              ),
            ]),
          ),
        ]),
      ),
    };
  }

  /** How each two scales go together; those of which either does not vary are left out. */
  scalesTogether(): ScalePair[] {
    return this.beside.flatMap(({ one, other, n, sums }) => (sums.r === null ? [] : [{ one, other, n, r: sums.r }]));
  }

  private questionStats(q: Question): Stats['questions'][string] {
    const sums = this.questions.get(q.id);
    const options = offeredBy(q)
      ? { options: Object.fromEntries(idsOffered(q).map((id) => [id, sums?.options.get(id) ?? 0])) }
      : {};
    const keyed = isKeyed(q)
      ? {
          difficulty: sums && sums.credit.n > 0 ? sums.credit.mean : null,
          discrimination: sums?.discrimination.r ?? null,
        }
      : {};
    return { answered: sums?.answered ?? 0, ...options, ...keyed };
  }

  private driver(outcomes: string[], question: Question, table: Table | undefined): Driver {
    const counts = (row: string) => outcomes.map((o) => table?.cells.get(row)?.get(o) ?? 0);
    const share = (o: string) => (table && table.answered > 0 ? (table.reached.get(o) ?? 0) / table.answered : 0);
    const ids = idsOffered(question);
    const lift = Object.fromEntries(
      ids.map((id) => {
        const cells = table?.cells.get(id);
        const chose = cells?.get('') ?? 0;
        const given = (o: string) => (chose > 0 ? (cells?.get(o) ?? 0) / chose : 0);
        return [id, Object.fromEntries(outcomes.map((o) => [o, share(o) === 0 ? null : given(o) / share(o)]))];
      }),
    );
    if (offeredBy(question)?.pick === 'one') return { ...associationOf(ids.map(counts)), lift };
    const options = Object.fromEntries(ids.map((id) => [id, associationOf([counts(id), counts(`not ${id}`)])]));
    return { ...strongestOf(Object.values(options)), lift, options };
  }
}

/** The association with the smallest p; looked for among many, its p is so many times as large (Bonferroni). */
function strongestOf(all: Association[]): Association {
  const none: Association = { cramersV: null, chi2: null, p: null };
  const best = all.reduce((a, b) => (b.p !== null && (a.p === null || b.p < a.p) ? b : a), none);
  return { ...best, p: best.p === null ? null : Math.min(1, best.p * all.length) };
}
