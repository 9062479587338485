/** Parts of Findings by themselves: charts of a board, and tables that are taken out. */
import { Readable } from 'node:stream';
import { chartOf, pairIn, pairOf, partsOf, tableOfChart, type Chart, type Table } from '../../core/stats/charts';
import { type Condition, wantedOf } from '../../core/stats/filter';
import type { Day } from '../../core/stats/over-time';
import type { Quiz } from '../../core/schema/quiz';
import { crossedAmong, figuresAmong, type Selection } from '../../db/queries/figure-bits';
import { figuresOf } from '../../db/queries/figures';
import type { Membership } from '../../db/queries/members';
import { getQuiz } from '../accounts/own-quiz';
import { csvLine } from '../platform/csv';
import { reading } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { sheetOf } from '../platform/sheet';
import { editionOf } from '../publishing/editions';
import { findingsOf } from './findings';
import { patternsOf } from './patterns';
import { splitsOf } from './splits';
import { wordsOf } from './words';

/** Cells of two subjects against each other. */
const MOST_CELLS = 1_600;

export type Source = { quiz: Quiz; figures: ReadonlyMap<string, number>; days: readonly Day[]; among: Selection };

/** What charts are drawn of; null of a quiz that nobody can have taken. */
export async function sourceOf(
  member: Membership,
  quizId: string,
  where: readonly Condition[],
): Promise<Source | null> {
  const { workspaceId, liveEdition } = await getQuiz(member, quizId);
  if (liveEdition === null) return null;
  const quiz = await editionOf(workspaceId, quizId, liveEdition);
  const { days } = await splitsOf(member, quizId, where);
  const among = { workspaceId, quizId, wanted: wantedOf(where) };
  const from = await reading();
  const figures = where.length === 0 ? await figuresOf(from, workspaceId, quizId) : await figuresAmong(from, among);
  return {
    ...{ quiz, figures, among },
    days: days
      .map(({ name, started, finished }) => ({ name, started, finished }))
      .sort((a, b) => (a.name < b.name ? -1 : 1)),
  };
}

/** @returns null of what the quiz does not have */
export async function chartIn(source: Source, id: string): Promise<Chart | null> {
  const { quiz, figures, days, among } = source;
  const pair = pairIn(id);
  if (!pair) return chartOf(quiz, figures, days, id);
  const [one, other] = pair.map((subject) => partsOf(quiz, figures, subject));
  if (!one || !other) return null;
  const keys = other.flatMap(({ prefix, parts }) => parts.map((part) => prefix + part.id));
  const rows = one.reduce((sum, { parts }) => sum + parts.length, 0);
  if (rows * keys.length > MOST_CELLS) return null;
  const from = await reading();
  const both = new Map<string, number>();
  for (const { prefix } of one)
    for (const { by, key, count } of await crossedAmong(from, among, prefix, keys))
      both.set(`${prefix}${by}|${key}`, count);
  return pairOf(quiz, id, [one, other], figures.get('started') ?? 0, (a, b) => both.get(`${a}|${b}`) ?? 0);
}

type Kind = 'csv' | 'xlsx' | 'jsonl';
const isTableKind = (kind: string): kind is Kind => kind === 'csv' || kind === 'xlsx' || kind === 'jsonl';

/** One table of Findings, as it is seen. @param id of a subject, `words QUESTION`, `questions`, `pace` or `patterns` @throws HttpError 404 */
export async function tableOf(
  member: Membership,
  quizId: string,
  id: string,
  where: readonly Condition[],
): Promise<Table> {
  const missing = () => notFound('This table');
  if (id === 'patterns') return patternsTable(member, quizId, where);
  if (id === 'questions' || id === 'pace') {
    const findings = await findingsOf(member, quizId, where);
    if (!findings) throw missing();
    return id === 'pace' ? paceTable(findings.pace) : questionsTable(findings.drawn);
  }
  if (id.startsWith('words ')) {
    const { words } = await wordsOf(member, quizId, id.slice(6), where);
    return { heads: ['words', 'count'], rows: words.map((one) => [one.words, one.count]) };
  }
  const source = await sourceOf(member, quizId, where);
  const chart = source && (await chartIn(source, id));
  if (!chart) throw missing();
  return tableOfChart(chart);
}

type Findings = NonNullable<Awaited<ReturnType<typeof findingsOf>>>;

const questionsTable = (drawn: Findings['drawn']): Table => ({
  heads: ['question', 'answered', 'skipped', 'right', 'share right', 'from', 'to', 'waiting', 'what stands out'],
  rows: drawn.map(({ name, answered, skipped, right, pending, said }) => [
    ...[name, answered, skipped ?? '', right?.count ?? '', right?.share ?? '', right?.low ?? '', right?.high ?? ''],
    ...[pending, said.join(' ')],
  ]),
});

const paceTable = ({ pages, all }: Findings['pace']): Table => ({
  heads: ['page', 'runs', 'seconds: lower quarter', 'seconds: middle', 'seconds: upper quarter'],
  rows: [...pages, ...(all ? [{ ...all, name: 'All of it' }] : [])].map(({ name, runs, low, median, high }) => [
    ...[name, runs, low ?? '', median ?? '', high ?? ''],
  ]),
});

async function patternsTable(member: Membership, quizId: string, where: readonly Condition[]): Promise<Table> {
  const { patterns } = await patternsOf(member, quizId, where);
  if (!patterns) throw notFound('This table');
  return {
    heads: [
      ...['outcome', 'question', 'answer', 'chose', 'reached', 'others', 'others reached'],
      ...['difference', 'from', 'to', 'p (corrected)'],
    ],
    rows: patterns.found.map((one) => [
      ...[one.outcome, one.question, one.option, one.chose, one.reached, one.others, one.othersReached],
      ...[one.difference, one.low, one.high, one.p],
    ]),
  };
}

/** A table as a file of its kind: CSV, a spreadsheet, or an object a line by its heads. */
export function tableAs(kind: Kind, { heads, rows }: Table): Readable {
  switch (kind) {
    case 'csv':
      return Readable.from([`\ufeff${csvLine(heads)}`, ...rows.map(csvLine)]);
    case 'xlsx':
      return sheetOf(
        'Table',
        heads,
        (async function* () {
          yield* [await Promise.resolve(rows)];
        })(),
      );
    case 'jsonl':
      return Readable.from(
        rows.map((row) => `${JSON.stringify(Object.fromEntries(heads.map((head, i) => [head, row[i]])))}\n`),
      );
  }
}

/** The kind in an address. @throws HttpError 404 */
export function kindIn(text: string): Kind {
  if (!isTableKind(text)) throw new HttpError(404, 'not-found', 'Tables come as csv, xlsx or jsonl.');
  return text;
}
