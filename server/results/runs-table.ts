/** The runs of a quiz as a table to be taken out. */
import type { Offered } from '../../core/questions/kind';
import { OTHER } from '../../core/questions/choice/options';
import { answerText, offeredBy } from '../../core/questions/registry';
import { quizIndex, nameOf, questionsOf } from '../../core/document/lookup';
import type { Question, Quiz } from '../../core/schema/quiz';

import { givenWords } from '../../core/flow/contact-formats';
import { knownName } from '../../core/flow/carry';
import { foldRun, questionsOnWay, type Run } from '../../core/flow/run';
import { chosenIn, isAnswered, isFreeEntry } from '../../core/values/answer';
import { contactOf, type Result, resultOf } from '../../core/flow/result';
import type { Access } from '../../core/schema/access';
import { accessOf } from '../../db/queries/access';
import type { Membership } from '../../db/queries/members';
import { type RunWithEvents, runsInOrder } from '../../db/queries/runs';
import { database } from '../platform/database';
import { editionOf, ownQuizOf } from '../publishing/editions';
import { getQuiz } from '../accounts/own-quiz';
import { csvLine } from '../platform/csv';

/** A run with everything that its cells are made of. */
type Read = {
  row: RunWithEvents;
  /** The edition it was taken on, which may be another than the columns are of. */
  quiz: Quiz;
  run: Run;
  result: Result;
  onWay: ReadonlySet<string>;
  contact: Record<string, string>;
};
type Column = { head: string; cell: (read: Read) => string | number };

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

/** The words of consent that were agreed to. */
const agreedTo = ({ quiz, run }: Read): string =>
  quiz.pages
    .flatMap((p) => p.blocks)
    .flatMap((b) => {
      const left = run.contact[b.id];
      return b.kind === 'contact' && b.consent && left && 'fields' in left && left.consent === b.consent.version
        ? b.consent.text
        : [];
    })
    .join('; ');

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
    { head: 'seen', cell: ({ row }) => row.seenAt.toISOString() },
    { head: 'last', cell: ({ row }) => row.lastAt.toISOString() },
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
  const quiz = await ownQuizOf(row);
  const run = foldRun(quiz, row, row.events);
  const onWay = new Set(questionsOnWay(quiz, run).map((q) => q.id));
  return { row, quiz, run, result: resultOf(quiz, run), onWay, contact: contactOf(run) };
}

/**
 * All started runs that were first seen before now, as CSV, a row each, by when they were first seen: in parts, so that a million of them
 * need no gigabyte, and in an order that no run changes by going on meanwhile.
 */
export async function* runsAsCsv(member: Membership, quizId: string, until = new Date()): AsyncGenerator<string> {
  const { workspaceId } = member;
  const found = await getQuiz(member, quizId);
  const quiz = found.liveEdition === null ? found.draft : await editionOf(workspaceId, quizId, found.liveEdition);
  const access = await accessOf(database(), workspaceId, quizId);
  const columns = columnsFor(quiz, access?.settings.keeps ?? {});
  yield `\ufeff${csvLine(columns.map((c) => c.head))}`;
  let after: { seenAt: Date; runId: string } | undefined;
  for (;;) {
    const rows = await runsInOrder(database(), workspaceId, quizId, { most: BATCH, after, until });
    let text = '';
    for (const row of rows) {
      const one = await read(row);
      text += csvLine(columns.map((c) => c.cell(one)));
    }
    if (text) yield text;
    after = rows.at(-1);
    if (rows.length < BATCH) return;
  }
}
