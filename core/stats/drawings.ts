/** The figures of a quiz as drawings: what each question, topic and mark came to. */
import { nameOf, questionsOf, quizIndex } from '../document/lookup';
import { OTHER } from '../questions/choice/options';
import { bar, type Bar, type Counts, type Drawing } from '../questions/drawing';
import { isKeyed, kindOf } from '../questions/registry';
import type { Question, Quiz } from '../schema/quiz';

/** The counts of one question among the figures of a quiz. */
export function countsIn(figures: ReadonlyMap<string, number>, question: string): Counts {
  const count = (key: string) => Math.max(0, figures.get(key) ?? 0);
  return {
    answered: count(`answered ${question}`),
    of: (key, part) => count(`${key} ${question} ${part}`),
    all(key) {
      const start = `${key} ${question} `;
      return [...figures].flatMap(([name, n]): [string, number][] =>
        n > 0 && name.startsWith(start) ? [[name.slice(start.length), n]] : [],
      );
    },
  };
}

export type Drawn = {
  id: string;
  name: string;
  answered: number;
  /** Who saw it, and went on without an answer; absent where not everybody sees it who comes to its page. */
  skipped?: number;
  /** How many had it right of those whose answer is marked; absent where nothing is right. */
  right?: Bar;
  /** Answers that a person has yet to mark. */
  pending: number;
  /** What is striking about it, in words. */
  said: string[];
  drawing: Drawing;
};

export const drawnQuestions = (quiz: Quiz, figures: ReadonlyMap<string, number>): Drawn[] =>
  questionsOf(quiz).map((question) => drawnQuestion(quiz, question, figures));

function drawnQuestion(quiz: Quiz, question: Question, figures: ReadonlyMap<string, number>): Drawn {
  const { id } = question;
  const counts = countsIn(figures, id);
  const count = (key: string) => Math.max(0, figures.get(key) ?? 0);
  const pending = Math.min(counts.answered, count(`pending ${id}`));
  const page = quizIndex(quiz).pageOf.get(id);
  const seesAll = page !== undefined && page.draw === undefined && question.showIf === undefined;
  const right = isKeyed(question) ? bar('right', 'Right', count(`right ${id}`), counts.answered - pending) : undefined;
  const drawing = kindOf(question).drawing(question, counts);
  return {
    id,
    name: nameOf(question),
    answered: counts.answered,
    ...(seesAll ? { skipped: Math.max(0, count(`leave ${page.id}`) - counts.answered) } : {}),
    ...(right ? { right } : {}),
    pending,
    said: saidOf({ answered: counts.answered, right, pending }, drawing),
    drawing,
  };
}

/** Fewer answers say nothing of a question. */
const LEAST = 30;
/** Shares that are striking, where the whole interval is beyond them. */
const EASY = 0.9;
const HARD = 0.2;

function saidOf(
  { answered, right, pending }: { answered: number; right: Bar | undefined; pending: number },
  drawing: Drawing,
): string[] {
  if (answered < LEAST) return answered > 0 ? [`Fewer than ${LEAST} answers say little.`] : [];
  const bars = drawing.as === 'bars' && drawing.of === 'answers' ? drawing.bars : [];
  const never = bars.filter(({ id, count }) => count === 0 && id !== OTHER).map(({ name }) => `“${name}”`);
  const best = bars.find((one) => one.right);
  const worse = bars.filter((one) => one.right === false && best !== undefined && one.low > best.high);
  // What a person has yet to mark may turn out either way: it is said only where it will hold all the same.
  const ofAll = (count: number) => bar('right', 'Right', count, answered);
  return [
    ...(right && ofAll(right.count).low > EASY ? ['Too easy: nearly everybody has it right.'] : []),
    ...(right && ofAll(right.count + pending).high < HARD ? ['Hard: hardly anybody has it right.'] : []),
    ...worse.map(({ name }) => `More choose “${name}” than what is right.`),
    ...(never.length ? [`Nobody chooses ${never.join(' or ')}.`] : []),
  ];
}

/** How marks and topics came out, of those who have finished. */
export type Spread = { id: string; name: string; decided: number; bars: Bar[] };

const spreadOf = (id: string, name: string, parts: number, count: (i: number) => number): Spread => {
  const counts = Array.from({ length: parts }, (_, i) => count(i));
  const decided = counts.reduce((a, b) => a + b, 0);
  const step = 100 / parts;
  return {
    ...{ id, name, decided },
    bars: counts.map((n, i) => bar(String(i), `${i * step} to ${(i + 1) * step}%`, n, decided)),
  };
};

export function spreadsOf(quiz: Quiz, count: (key: string) => number): Spread[] {
  return [
    spreadOf('marks', 'Marks', 10, (i) => count(`marks ${i}`)),
    ...quiz.topics.map(({ id, name }) => spreadOf(`topic ${id}`, name, 5, (i) => count(`topic ${id} ${i}`))),
  ].filter(({ decided }) => decided > 0);
}

/** How runs ended, where it was not on the last page; and pages that were come to more than once. */
export function endsOf(quiz: Quiz, count: (key: string) => number): { id: string; words: string; count: number }[] {
  return [
    { id: 'away', words: 'were led on to another quiz or address', count: count('end away') },
    { id: 'early', words: 'were ended early by a rule', count: count('end early') },
    { id: 'clock', words: 'ran out of time', count: count('end clock') },
    { id: 'visits', words: 'went round too often and were stopped', count: count('end visits') },
    ...quiz.pages.map(({ id, name }) => ({
      id: `again ${id}`,
      words: `came to “${name}” more than once`,
      count: count(`again ${id}`),
    })),
  ].filter((one) => one.count > 0);
}
