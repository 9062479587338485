/** Which questions decide a quiz, and how far its results hang on a single weight: of visitors who are rehearsed (model, section 5). */
import { questionsOf } from '../document/lookup';
import { contactOf, resultOf } from '../flow/result';
import { questionsOnWay, type Run } from '../flow/run';
import { type Recorded, walk } from '../flow/walk';
import type { Question, Quiz } from '../schema/quiz';
import type { Answer } from '../values/answer';
import { wilson } from '../values/wilson';
import { isListable, waysToAnswer } from './answers';
import { canBeCarried } from './exact';
import type { Mix } from './mix';
import { rehearsedRun } from './sampled';
import { decidingQuestions } from './why';

/** A share of visitors, with its 95 % interval; without any width where all ways are counted. */
export type ShareOfVisitors = { share: number; low: number; high: number };
/** @property visitors how many were rehearsed; null where every way of answering was walked @property verdicts by verdict and question: of those who are asked it, for how many another answer to it alone would lead to another outcome */
export type Decides = { visitors: number | null; verdicts: Record<string, Record<string, ShareOfVisitors>> };

/** Ways of answering a whole quiz that are all walked: a second, or less. */
const MOST_WAYS = 8_000;
const VISITORS = 400;

export function decidesOf(quiz: Quiz, { mix, mostWays = MOST_WAYS }: { mix?: Mix; mostWays?: number } = {}): Decides {
  const every = everyWay(quiz, mix, mostWays);
  if (every) return { visitors: null, verdicts: decidesExactly(quiz, every) };
  const runs = Array.from({ length: VISITORS }, (_, i) => recordedOf(rehearsedRun(quiz, i + 1, { mix }), i + 1));
  const deciding = decidingQuestions(quiz, runs);
  const verdicts = Object.fromEntries(
    Object.entries(deciding).map(([verdict, questions]) => [
      verdict,
      Object.fromEntries(questions.map((one) => [one.question, shareOf(one.turned, one.runs)])),
    ]),
  );
  return { visitors: VISITORS, verdicts };
}

const recordedOf = (run: Run, seed: number): Recorded => ({
  ...{ id: `visitor ${seed}`, seed, answers: run.answers, contact: contactOf(run) },
});

function shareOf(part: number, of: number): ShareOfVisitors {
  const { low, high } = wilson(part, of) ?? { low: 0, high: 0 };
  return { share: of === 0 ? 0 : part / of, low, high };
}

/** A question, what may be answered to it, and how far apart ways lie that differ in it alone. */
type Digit = { question: Question; answers: { answer: Answer; share: number }[]; stride: number };
type Every = { digits: Digit[]; many: number };

/** All ways of answering, as numbers whose digits are the answers; null where they are too many, or something else decides as well. */
function everyWay(quiz: Quiz, mix: Mix | undefined, most: number): Every | null {
  const questions = questionsOf(quiz);
  if (!canBeCarried(quiz) || !questions.every(isListable)) return null;
  const digits: Digit[] = [];
  let many = 1;
  for (const question of questions) {
    const answers = waysToAnswer(question, mix);
    digits.push({ question, answers, stride: many });
    many *= answers.length;
    if (many > most || answers.length === 0) return null;
  }
  return { digits, many };
}

function decidesExactly(quiz: Quiz, { digits, many }: Every): Decides['verdicts'] {
  const ways = Array.from({ length: many }, (_, number) => {
    let share = 1;
    const answers: Record<string, Answer> = {};
    for (const { question, answers: all, stride } of digits) {
      const way = all[Math.floor(number / stride) % all.length];
      if (!way) continue;
      share *= way.share;
      answers[question.id] = way.answer;
    }
    const { run } = walk(quiz, { id: '', answers });
    const { verdicts } = resultOf(quiz, run);
    return {
      share,
      outcomes: quiz.verdicts.map(({ id }) => verdicts[id]?.outcomes.join() ?? ''),
      asked: new Set(questionsOnWay(quiz, run).map(({ id }) => id)),
    };
  });
  return Object.fromEntries(
    quiz.verdicts.map(({ id }, v) => [
      id,
      Object.fromEntries(
        digits.map(({ question, answers, stride }) => {
          let [asked, turned] = [0, 0];
          for (let first = 0; first < many; first++) {
            // The ways that differ in this answer alone, once each.
            if (Math.floor(first / stride) % answers.length !== 0) continue;
            const beside = answers.flatMap((_, i) => ways[first + i * stride] ?? []);
            const differ = beside.some((way) => way.outcomes[v] !== beside[0]?.outcomes[v]);
            for (const way of beside) {
              if (!way.asked.has(question.id) || way.outcomes[v] === '') continue;
              asked += way.share;
              if (differ) turned += way.share;
            }
          }
          const share = asked === 0 ? 0 : turned / asked;
          return [question.id, { share, low: share, high: share }];
        }),
      ),
    ]),
  );
}

/** How many visitors come out otherwise, in any verdict, by another document that asks the same. */
export function comeOutOtherwise(quiz: Quiz, changed: Quiz, { mix }: { mix?: Mix } = {}): ShareOfVisitors {
  let otherwise = 0;
  for (let seed = 1; seed <= VISITORS; seed++) {
    const run = rehearsedRun(quiz, seed, { mix });
    const before = resultOf(quiz, run).verdicts;
    const after = resultOf(changed, walk(changed, recordedOf(run, seed)).run).verdicts;
    if (quiz.verdicts.some(({ id }) => before[id]?.outcomes.join() !== after[id]?.outcomes.join())) otherwise += 1;
  }
  return shareOf(otherwise, VISITORS);
}
