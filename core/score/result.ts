import type { Insert, Quiz } from '../quiz/schema';
import type { Fill } from '../text/rich';
import { answerText, ledgerOf, questionsOnWay, type Run, runFacts } from '../run/run';
import { indexOf, isKeyed } from '../quiz/lookup';
import { marksOf } from './credit';
import { type Marks, readMarks, readScale, type Reading } from './ledger';
import { type Decision, decide } from './verdicts';

export type Result = {
  way: string[];
  finished: boolean;
  marks: Marks;
  questions: Record<string, { credit: number | null; awarded: number }>;
  scales: Record<string, Reading>;
  topics: Record<string, { marks: Marks; scales: Record<string, Reading> }>;
  verdicts: Record<string, Decision>;
};

/** Everything a run is worth: marks, scales, topics, verdicts (model, section 3). */
export function resultOf(quiz: Quiz, run: Run): Result {
  const ledger = ledgerOf(quiz, run);
  const facts = runFacts(quiz, run);
  const scales = (topic?: string) =>
    Object.fromEntries(quiz.scales.map(({ id }) => [id, readScale(quiz, ledger, id, topic)]));
  return {
    way: run.way.map((visit) => visit.page),
    finished: run.finished,
    marks: readMarks(quiz, ledger),
    questions: Object.fromEntries(
      questionsOnWay(quiz, run)
        .filter(isKeyed)
        .map((q) => [q.id, marksOf(q, run.answers[q.id])]),
    ),
    scales: scales(),
    topics: Object.fromEntries(
      quiz.topics.map(({ id }) => [id, { marks: readMarks(quiz, ledger, id), scales: scales(id) }]),
    ),
    verdicts: Object.fromEntries(quiz.verdicts.map((verdict) => [verdict.id, decide(quiz, verdict, ledger, facts)])),
  };
}

const number = (value: number | null | undefined, decimals: number): string | null =>
  value === null || value === undefined ? null : String(Number(value.toFixed(decimals)));

/** What the visitor left in the contact fields, by field id; what was skipped is absent. */
export function contactOf(run: Run): Record<string, string> {
  return Object.fromEntries(
    Object.values(run.contact).flatMap((given) => ('fields' in given ? Object.entries(given.fields) : [])),
  );
}

/** The value of each insert for this run, as it stands in pages and letters. */
export function fillFor(quiz: Quiz, run: Run, result: Result = resultOf(quiz, run)): Fill {
  const contact = contactOf(run);
  const name = (contact['name'] ?? '').trim();
  return ({ value, ref }: Insert['attrs']) => {
    switch (value) {
      case 'name':
        return name;
      case 'firstName':
        return name.split(/\s+/)[0] ?? '';
      case 'title':
        return quiz.title;
      case 'known':
        return run.known[ref ?? ''] ?? null;
      case 'answer': {
        const question = indexOf(quiz).questions.get(ref ?? '');
        return question ? answerText(question, run.answers[question.id]) : null;
      }
      case 'outcome': {
        const ids = result.verdicts[ref ?? quiz.verdicts[0]?.id ?? '']?.outcomes ?? [];
        return ids.map((id) => indexOf(quiz).outcomes.get(id)?.outcome.name ?? '').join(' and ');
      }
      case 'points':
      case 'percent': {
        if (ref === undefined || ref === 'marks')
          return number(value === 'points' ? result.marks.awarded : result.marks.percent, value === 'points' ? 2 : 0);
        const scale = quiz.scales.find((s) => s.id === ref);
        const reading = result.scales[ref];
        return number(
          value === 'points' ? reading?.points : reading?.percent,
          value === 'points' ? (scale?.decimals ?? 2) : 0,
        );
      }
    }
  };
}
