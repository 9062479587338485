/** The runs of a quiz as a table to be taken out. */
import type { Readable } from 'node:stream';
import type { Offered } from '../../core/questions/kind';
import { OTHER } from '../../core/questions/choice/options';
import { answerText, offeredBy } from '../../core/questions/registry';
import { quizIndex, nameOf, questionsOf } from '../../core/document/lookup';
import type { Question, Quiz } from '../../core/schema/quiz';

import { givenWords } from '../../core/flow/contact-formats';
import { knownName } from '../../core/flow/carry';
import { agreedTo, runLine, type TakenRun, wayOf } from '../../core/formats/run-line';
import { chosenIn, isAnswered, isFreeEntry } from '../../core/values/answer';
import { contactOf, resultOf } from '../../core/flow/result';
import { type Condition, wantedOf } from '../../core/stats/filter';
import type { Access } from '../../core/schema/access';
import { accessOf } from '../../db/queries/access';
import type { Membership } from '../../db/queries/members';
import { type RunWithEvents, runsInOrder, type TimedRun } from '../../db/queries/runs';
import { statementsOf } from '../../core/formats/xapi';
import { readConfig } from '../platform/config';
import { database, reading } from '../platform/database';
import { editionOf, ownRunOf } from '../publishing/editions';
import { countRuns } from './count-runs';
import { getQuiz } from '../accounts/own-quiz';
import { csvLine } from '../platform/csv';
import { type Cell, sheetOf } from '../platform/sheet';

/** A run with everything that its cells are made of. */
type Read = TakenRun & {
  onWay: ReadonlySet<string>;
  contact: Record<string, string>;
};
type Column = { head: string; cell: (read: Read) => Cell };

const TRACES = ['page', 'device', 'region'] as const;
type Keeps = NonNullable<Access['keeps']>;

const BATCH = 500;
const CHOSEN = 1;

const answerIn = ({ run, onWay }: Read, id: string) => {
  const answer = run.answers[id];
  return onWay.has(id) && isAnswered(answer) ? answer : undefined;
};

/** A column for a question; of several answers one for each, so that no answer has to be cut out of a list again. */
function columnsOf(question: Question): Column[] {
  const head = nameOf(question);
  const offered = offeredBy(question);
  if (offered?.pick === 'many') return columnsOfMany(question.id, offered, head);
  return [
    {
      head,
      cell: (read) => {
        const answer = answerIn(read, question.id);
        const asked = quizIndex(read.quiz).questions.get(question.id);
        return asked && answer !== undefined ? answerText(asked, answer) : '';
      },
    },
  ];
}

function columnsOfMany(id: string, { options, other }: Offered, head: string): Column[] {
  const listed = options.map((option): Column => ({
    head: `${head}: ${option.text || (option.picture?.text ?? option.id)}`,
    cell: (read) => {
      const answer = answerIn(read, id);
      if (answer === undefined) return '';
      return chosenIn(answer).includes(option.id) ? CHOSEN : 0;
    },
  }));
  if (!other) return listed;
  const words: Column = {
    head: `${head}: something else`,
    cell: (read) => {
      const answer = answerIn(read, id);
      if (answer === undefined || !chosenIn(answer).includes(OTHER)) return '';
      return isFreeEntry(answer) ? answer.text : '';
    },
  };
  return [...listed, words];
}

function columnsFor(quiz: Quiz, keeps: Keeps): Column[] {
  const fields = new Map(
    quiz.pages
      .flatMap((p) => p.blocks)
      .flatMap((b) => (b.kind === 'contact' ? b.fields : []))
      .map((f) => [f.id, f] as const),
  );
  return [
    { head: 'run', cell: ({ row }) => row.runId },
    { head: 'edition', cell: ({ row }) => row.edition },
    { head: 'source', cell: ({ row }) => row.source },
    ...(quiz.translations?.length
      ? [{ head: 'language', cell: ({ row, quiz: own }: Read) => row.language ?? own.language }]
      : []),
    ...TRACES.filter((trace) => keeps[trace]).map((head): Column => ({
      head,
      cell: ({ row }) => row.traces?.[head] ?? '',
    })),
    { head: 'seen', cell: ({ row }) => row.seenAt },
    { head: 'last', cell: ({ row }) => row.lastAt },
    { head: 'finished', cell: ({ run }) => (run.finished ? 'yes' : 'no') },
    ...questionsOf(quiz).flatMap(columnsOf),
    ...[...fields].map(([id, field]): Column => ({
      head: field.label,
      cell: ({ contact }) => givenWords(field, contact[id] ?? ''),
    })),
    ...(quiz.pages.some((p) => p.blocks.some((b) => b.kind === 'contact' && b.consent))
      ? [{ head: 'agreed to', cell: agreedTo }]
      : []),
    ...quiz.known.map((known): Column => ({ head: knownName(known), cell: ({ row }) => row.known[known.id] ?? '' })),
    ...quiz.scales.map(({ id, name }): Column => ({
      head: name,
      cell: ({ result }) => result.scales[id]?.points ?? '',
    })),
    ...quiz.verdicts.map(({ id, name }): Column => ({
      head: name,
      cell: ({ run, result, quiz: own }) => {
        const reached = run.finished ? (result.verdicts[id]?.outcomes ?? []) : [];
        return reached.map((o) => quizIndex(own).outcomes.get(o)?.outcome.name ?? o).join(', ');
      },
    })),
  ];
}

async function read(row: RunWithEvents): Promise<Read> {
  const { quiz, run } = await ownRunOf(row);
  const onWay = wayOf({ quiz, run });
  return { row, quiz, run, result: resultOf(quiz, run), onWay, contact: contactOf(run) };
}

/**
 * All started runs that were first seen before now, by when they were: in parts, so that a million of them need no gigabyte, and in an order
 * that no run changes by going on meanwhile.
 */
async function* allRuns(
  workspaceId: string,
  quizId: string,
  where: readonly Condition[],
  until: Date,
  isTimed = false,
): AsyncGenerator<(Read & { row: TimedRun })[]> {
  if (where.length > 0) await countRuns(workspaceId, quizId);
  const wanted = where.length > 0 ? wantedOf(where) : undefined;
  const from = await reading();
  let after: { seenAt: Date; runId: string } | undefined;
  for (;;) {
    const rows = await runsInOrder(from, workspaceId, quizId, { most: BATCH, after, until, wanted, isTimed });
    const all: (Read & { row: TimedRun })[] = [];
    for (const row of rows) all.push({ ...(await read(row)), row });
    if (all.length) yield all;
    after = rows.at(-1);
    if (rows.length < BATCH) return;
  }
}

/** The table of a quiz: its columns, and a row for each run, in parts. */
async function tableOf(member: Membership, quizId: string, where: readonly Condition[], until: Date) {
  const { workspaceId } = member;
  const found = await getQuiz(member, quizId);
  const quiz = found.liveEdition === null ? found.draft : await editionOf(workspaceId, quizId, found.liveEdition);
  const access = await accessOf(database(), workspaceId, quizId);
  const columns = columnsFor(quiz, access?.settings.keeps ?? {});
  async function* rows(): AsyncGenerator<Cell[][]> {
    for await (const part of allRuns(workspaceId, quizId, where, until))
      yield part.map((one) => columns.map(({ cell }) => cell(one)));
  }
  return { heads: columns.map(({ head }) => head), rows: rows() };
}

const inCsv = (cell: Cell): string | number => (cell instanceof Date ? cell.toISOString() : cell);

/** Runs as CSV, a row each. */
export async function* runsAsCsv(
  member: Membership,
  quizId: string,
  where: readonly Condition[] = [],
  until = new Date(),
): AsyncGenerator<string> {
  const { heads, rows } = await tableOf(member, quizId, where, until);
  yield `\ufeff${csvLine(heads)}`;
  for await (const part of rows) yield part.map((row) => csvLine(row.map(inCsv))).join('');
}

/** The same as a spreadsheet, with numbers as numbers and moments as moments. */
export async function runsAsSheet(
  member: Membership,
  quizId: string,
  where: readonly Condition[] = [],
  until = new Date(),
): Promise<Readable> {
  const { heads, rows } = await tableOf(member, quizId, where, until);
  return sheetOf('Runs', heads, rows);
}

/** The same as JSON lines, an object for each run, by the ids of the document: answers as they were given, and what they came to. */
export async function* runsAsLines(
  member: Membership,
  quizId: string,
  where: readonly Condition[] = [],
  until = new Date(),
): AsyncGenerator<string> {
  await getQuiz(member, quizId);
  for await (const part of allRuns(member.workspaceId, quizId, where, until))
    yield part.map((one) => `${JSON.stringify(runLine(one))}\n`).join('');
}

/** The same as statements of the Experience API, one a line. */
export async function* runsAsStatements(
  member: Membership,
  quizId: string,
  where: readonly Condition[] = [],
  until = new Date(),
): AsyncGenerator<string> {
  const { address } = await getQuiz(member, quizId);
  const home = readConfig().publicUrl;
  for await (const part of allRuns(member.workspaceId, quizId, where, until, true))
    yield part
      .flatMap((one) => statementsOf({ ...one, home, address, sent: one.row.events, times: one.row.times }))
      .map((statement) => `${JSON.stringify(statement)}\n`)
      .join('');
}
