/** A run as other programs get it: by the ids of the document, answers as they were given, and what they came to. */
import { givenWords } from '../flow/contact-formats';
import { contactOf, type Result } from '../flow/result';
import { questionsOnWay, type Run } from '../flow/run';
import type { Traces } from '../access/traces';
import type { Quiz } from '../schema/quiz';

/** What is known of a run beside what was sent in it. */
export type RunFacts = {
  runId: string;
  edition: number;
  source: string;
  /** Null in the quiz's own. */
  language: string | null;
  seenAt: Date;
  lastAt: Date;
  known: Record<string, string>;
  traces: Traces | null;
};
/** A run with its edition and its result. */
export type TakenRun = { row: RunFacts; quiz: Quiz; run: Run; result: Result };

/** The ids of the questions that the visitor came by. */
export const wayOf = ({ quiz, run }: Pick<TakenRun, 'quiz' | 'run'>): ReadonlySet<string> =>
  new Set(questionsOnWay(quiz, run).map((q) => q.id));

export function runLine(taken: TakenRun) {
  const { row, quiz, run, result } = taken;
  const onWay = wayOf(taken);
  const { marks } = result;
  return {
    ...{ run: row.runId, edition: row.edition, source: row.source, language: row.language ?? quiz.language },
    ...{ seen: row.seenAt, last: row.lastAt, finished: run.finished, traces: row.traces ?? {}, known: row.known },
    way: run.way.map(({ page }) => page),
    answers: Object.fromEntries(Object.entries(run.answers).filter(([id]) => onWay.has(id))),
    contact: wordsOfContact(quiz, contactOf(run)),
    agreed: agreedTo(taken),
    ...(marks.percent === null ? {} : { marks }),
    scales: Object.fromEntries(quiz.scales.map(({ id }) => [id, result.scales[id]?.points ?? null])),
    verdicts: run.finished
      ? Object.fromEntries(quiz.verdicts.map(({ id }) => [id, result.verdicts[id]?.outcomes ?? []]))
      : {},
  };
}

/** The words of consent that were agreed to; '' where there are none. */
export const agreedTo = ({ quiz, run }: Pick<TakenRun, 'quiz' | 'run'>): string =>
  quiz.pages
    .flatMap((p) => p.blocks)
    .flatMap((b) => {
      const left = run.contact[b.id];
      return b.kind === 'contact' && b.consent && left && 'fields' in left && left.consent === b.consent.version
        ? b.consent.text
        : [];
    })
    .join('; ');

/** What was left, by field: of a choice the words, of a file its name. */
export const wordsOfContact = (quiz: Quiz, contact: Record<string, string>): Record<string, string> => {
  const fields = new Map(
    quiz.pages.flatMap((p) => p.blocks.flatMap((b) => (b.kind === 'contact' ? b.fields : []))).map((f) => [f.id, f]),
  );
  return Object.fromEntries(
    Object.entries(contact).map(([id, value]) => {
      const field = fields.get(id);
      return [id, field ? givenWords(field, value) : value];
    }),
  );
};
