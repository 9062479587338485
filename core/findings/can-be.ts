/** Whether a condition can be true at all: its tests are tried against every value that they can tell from another. */
import { type Facts, isTrue, type Test, testsIn } from '../conditions/evaluate';
import { quizIndex } from '../document/lookup';
import { isKeyed, isReviewed, kindOf } from '../questions/registry';
import { isListable, waysToAnswer } from '../rehearsal/answers';
import { spanOf } from '../rehearsal/span';
import type { Condition, Question, Quiz } from '../schema/quiz';
import type { Answer } from '../values/answer';
import type { Budget } from './budget';

const MOST_TRIED = 20_000;
const NOTHING: Answer = '';

/** Whether any answers, sums, verdicts and known values make a condition true. True where there are too many to try. */
export function canBe(quiz: Quiz, budget: Budget, condition: Condition): boolean {
  const tests = testsIn(condition);
  if (!budget.spend(tests.length)) return true;
  const variables = variablesOf(quiz, tests);
  const size = variables.reduce((n, choices) => n * choices.length, 1);
  if (size > MOST_TRIED) return true;
  const tried = new Tried();
  const facts = tried.facts(quiz);
  const tryFrom = (index: number): boolean => {
    const choices = variables[index];
    if (!choices) return !budget.spend(tests.length) || isTrue(condition, facts);
    return choices.some((choose) => {
      choose(tried);
      return tryFrom(index + 1);
    });
  };
  return tryFrom(0);
}

type Sum = { value: number | null; most: number | null };

/** A run that is only thought of: one value for each thing that the tests ask about. */
class Tried {
  /** undefined: not on the way */
  readonly answers = new Map<string, Answer | undefined>();
  readonly sums = new Map<string, Sum>();
  readonly verdicts = new Map<string, string>();
  readonly known = new Map<string, string>();
  /** undefined: not asked for */
  readonly contacts = new Map<string, string | undefined>();
  attempts = 1;

  facts(quiz: Quiz): Facts {
    const { questions } = quizIndex(quiz);
    return {
      question: (id) => questions.get(id),
      shown: (id) => this.answers.get(id) !== undefined,
      answer: (id) => this.answers.get(id),
      value: (target, unit, topic) =>
        this.sums.get(topic === undefined ? `${target} ${unit}` : `${target}@${topic} ${unit}`) ?? {
          value: null,
          most: null,
        },
      outcomes: (id) => [this.verdicts.get(id) ?? ''],
      known: (id) => this.known.get(id),
      contact: (field) => {
        const value = this.contacts.get(field);
        return { asked: value !== undefined, value: value ?? '' };
      },
      attempts: () => this.attempts,
    };
  }
}

/** Puts one value in the place of whatever was tried before it. */
type Choose = (tried: Tried) => void;

/** What the tests ask about, each thing with the values that they can tell from each other. */
function variablesOf(quiz: Quiz, tests: Test[]): Choose[][] {
  const byKey = new Map<string, Test[]>();
  for (const test of tests) {
    const key = variableKey(test);
    const own = byKey.get(key) ?? [];
    byKey.set(key, own);
    own.push(test);
  }
  return [...byKey.values()].map((own) => choicesOf(quiz, own));
}

function variableKey(test: Test): string {
  if ('answer' in test) return `answer ${test.answer}`;
  if (isSumTest(test)) return sumKey(test);
  if ('verdict' in test) return `verdict ${test.verdict}`;
  if ('known' in test) return `known ${test.known}`;
  return 'contact' in test ? `contact ${test.contact}` : 'attempts';
}

/** @param own tests of one and the same thing */
function choicesOf(quiz: Quiz, own: Test[]): Choose[] {
  const [test] = own;
  if (!test) return [];
  if ('answer' in test) {
    const question = quizIndex(quiz).questions.get(test.answer);
    const answers = [undefined, ...(question ? distinguished(question, own) : [])];
    return answers.map((answer) => (tried) => tried.answers.set(test.answer, answer));
  }
  if (isSumTest(test))
    return sumValues(quiz, own.filter(isSumTest)).map((sum) => (tried) => tried.sums.set(sumKey(test), sum));
  if ('verdict' in test) {
    const outcomes = quiz.verdicts.find((v) => v.id === test.verdict)?.outcomes ?? [];
    return outcomes.map(
      ({ id }) =>
        (tried) =>
          tried.verdicts.set(test.verdict, id),
    );
  }
  if ('known' in test) {
    const words = own.flatMap((t) => ('known' in t ? [t.is, t.contains] : [])).filter((v) => v !== undefined);
    const values = ['', '\u0001', ...words, words.join(' ')];
    return values.map((value) => (tried) => tried.known.set(test.known, value));
  }
  if ('contact' in test) return [undefined, '', '…'].map((value) => (tried) => tried.contacts.set(test.contact, value));
  const bounds = own.flatMap((t) => ('attempt' in t ? [t.lt, t.le, t.gt, t.ge, t.eq] : []));
  const near = bounds.filter((n) => n !== undefined).flatMap((n) => [n - 1, n, n + 1]);
  const counts = [...new Set([1, 2, ...near])].filter((n) => n >= 1);
  return counts.map((count) => (tried) => (tried.attempts = count));
}

/** Of all answers, one for each way in which the tests can come out. */
function distinguished(question: Question, tests: Test[]): Answer[] {
  const seen = new Map<string, Answer>();
  for (const answer of possibleAnswers(question, tests)) {
    const facts: Facts = { ...nobody, question: () => question, shown: () => true, answer: () => answer };
    seen.set(tests.map((t) => (isTrue(t, facts) ? 1 : 0)).join(''), answer);
  }
  return [...seen.values()];
}

export function possibleAnswers(question: Question, tests: Test[]): Answer[] {
  const empty = question.required ? [] : [NOTHING];
  const kind = kindOf(question);
  if (kind.answersFor) return [...kind.answersFor(question, tests), ...empty];
  return [...(isListable(question) ? waysToAnswer(question).map((w) => w.answer) : [{ '': [''] }]), ...empty];
}

const nobody: Facts = {
  question: () => undefined,
  shown: () => false,
  answer: () => undefined,
  value: () => ({ value: null, most: null }),
  outcomes: () => [],
  known: () => undefined,
  contact: () => ({ asked: false, value: '' }),
  attempts: () => 1,
};

type SumTest = Extract<Test, { scale: string } | { topic: string }>;
const isSumTest = (test: Test): test is SumTest => 'scale' in test || 'topic' in test;
const sumKey = (t: SumTest): string =>
  'scale' in t ? `${t.scale} ${t.unit ?? 'points'}` : `${t.of}@${t.topic} ${t.unit ?? 'points'}`;

function sumValues(quiz: Quiz, tests: SumTest[]): Sum[] {
  const [first] = tests;
  if (!first) return [];
  const target = 'scale' in first ? first.scale : first.of;
  const percent = first.unit === 'percent';
  const isRight = first.unit === 'right';
  const span = percent || isRight || 'topic' in first || target === 'marks' ? null : spanOf(quiz, target, null);
  const low = percent ? -Infinity : (span?.lowest ?? -Infinity);
  const high = percent
    ? 100
    : (span?.highest ??
      (target === 'marks' ? marksPossible(quiz, 'topic' in first ? first.topic : undefined, isRight) : Infinity));
  const bounds = tests.flatMap((t) => [t.lt, t.le, t.gt, t.ge, t.eq]).filter((n) => typeof n === 'number');
  const near = bounds.flatMap((n) => [n - 0.5, n - 1e-6, n, n + 1e-6, n + 0.5]);
  const values = [
    ...new Set([
      ...near,
      ...(Number.isFinite(low) ? [low] : []),
      ...(Number.isFinite(high) ? [high, (high + Math.max(low, high - 1)) / 2] : []),
    ]),
  ].filter((n) => n >= low && n <= high);
  const most = percent ? 100 : Number.isFinite(high) ? high : null;
  return [...(values.length ? values : [0]).map((value) => ({ value, most })), { value: null, most: null }];
}

/** @param isRight how many can be right, rather than what they are worth */
const marksPossible = (quiz: Quiz, topic: string | undefined, isRight: boolean): number =>
  [...quizIndex(quiz).questions.values()]
    .filter((q) => (isKeyed(q) || isReviewed(q)) && (topic === undefined || q.topic === topic))
    .reduce((sum, q) => sum + (isRight ? 1 : (q.marks ?? 1)), 0);
