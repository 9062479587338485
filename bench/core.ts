/** `npm run bench:core`: the core by itself, each figure against something stated. */
import type { Quiz } from '../core/schema/quiz';
import { checkQuiz } from '../core/findings/check';
import { exactOdds } from '../core/rehearsal/exact';
import { sampledOdds } from '../core/rehearsal/sampled';
import { randomOf } from '../core/values/random';
import { walk } from '../core/flow/walk';
import { resultOf } from '../core/flow/result';
import { choice, option, page, quiz, strongest } from '../tests/quizzes';

const random = randomOf(7, 'bench');
const whole = (n: number) => Math.floor(random() * n);
const now = () => performance.now();
const took = (words: string, ms: number, aim: string) => console.log(`${words}: ${ms.toFixed(0)} ms (${aim})`);

const targets = ['x', 'y', 'z', 'v'];
const asked = (n: number, answers: number, weigh: (o: number) => Record<string, number>) =>
  Array.from({ length: n }, (_, i) =>
    page(`p${i}`, [
      choice(
        `q${i}`,
        Array.from({ length: answers }, (_, o) => option(`o${o}`, weigh(o), o === i % answers ? { credit: 1 } : {})),
      ),
    ]),
  );

/** Twelve questions of four answers, with marks, a scale and four outcomes. */
const twelve: Quiz = quiz(
  asked(12, 4, (o) => ({ s: o, [targets[o] ?? 'x']: 1 + (o % 2) })),
  { scales: [{ id: 's', name: 'S', combine: 'sum' }], verdicts: [strongest('v', targets)] },
);
type Runs = { id: string; answers: Record<string, string[]> }[];
const runs: Runs = Array.from({ length: 5_000 }, (_, id) => ({
  id: String(id),
  answers: Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`q${i}`, [`o${whole(4)}`]])),
}));

/** The same, written for this one quiz by hand: what a programmer would do who has no other. */
function byHand(list: Runs) {
  return list.map(({ id, answers }) => {
    const tallies = [0, 0, 0, 0];
    const questions: Record<string, { credit: number; awarded: number }> = {};
    const way: string[] = [];
    let points = 0;
    let awarded = 0;
    for (let i = 0; i < 12; i++) {
      const o = (answers[`q${i}`]?.[0]?.charCodeAt(1) ?? 48) - 48;
      const right = o === i % 4 ? 1 : 0;
      questions[`q${i}`] = { credit: right, awarded: right };
      awarded += right;
      points += o;
      tallies[o] = (tallies[o] ?? 0) + 1 + (o % 2);
      way.push(`p${i}`);
    }
    let best = 0;
    for (let k = 1; k < 4; k++) if ((tallies[k] ?? 0) > (tallies[best] ?? 0)) best = k;
    return {
      id,
      way: [...way, 'end'],
      finished: true,
      marks: { awarded, possible: 12, percent: (awarded / 12) * 100, pending: 0 },
      questions,
      scales: { s: { points, lowest: 0, highest: 36, percent: (points / 36) * 100 } },
      topics: {},
      verdicts: {
        v: { outcomes: [targets[best]], tallies: Object.fromEntries(targets.map((t, k) => [t, tallies[k]])) },
      },
    };
  });
}

function perSecond(work: () => unknown): number {
  work();
  const rounds: number[] = [];
  for (let i = 0; i < 7; i++) {
    const start = now();
    work();
    rounds.push((runs.length / (now() - start)) * 1000);
  }
  return rounds.sort((a, b) => a - b)[3] ?? 0;
}

const hand = perSecond(() => byHand(runs));
const core = perSecond(() => runs.map((run) => resultOf(twelve, walk(twelve, run).run)));
console.log(
  `runs scored per second, 12 questions: ${core.toFixed(0)}, by hand ${hand.toFixed(0)}: ${(hand / core).toFixed(1)} times as long (aim: within 12)`,
);

let start = now();
sampledOdds(twelve, { visitors: 100_000, seed: 1 });
took(
  '100,000 rehearsed visitors of it',
  now() - start,
  `${(100_000 / ((now() - start) / 1000)).toFixed(0)} per second`,
);

const twenty = quiz(
  asked(20, 4, (o) => ({ [targets[o] ?? 'x']: 1, ...(o === 0 ? { z: 1 } : {}) })),
  { verdicts: [strongest('v', targets)] },
);
start = now();
const odds = exactOdds(twenty);
took(
  `exact odds of 20 questions, 4 answers, 4 outcomes (${odds?.method ?? 'not exact'})`,
  now() - start,
  'aim: under 500',
);

const sixty = quiz(
  asked(60, 4, (o) => ({ s: o, [targets[o] ?? 'x']: 1 })).map((p, i) => ({
    ...p,
    ...(i % 6 === 5 && i < 55
      ? {
          routes: [
            { when: { answer: `q${i}`, is: 'o1' }, to: { page: `p${i + 3}` } },
            {
              when: {
                all: [
                  { answer: `q${i}`, is: 'o1' },
                  { answer: `q${i - 1}`, is: 'o2' },
                ],
              },
              to: 'finish' as const,
            },
          ],
        }
      : {}),
  })),
  { scales: [{ id: 's', name: 'S', combine: 'sum' }], verdicts: [strongest('v', targets)] },
);
checkQuiz(sixty);
const times = Array.from({ length: 7 }, () => {
  // Another document each time: what is known of one is not known of the next.
  const fresh = structuredClone(sixty);
  start = now();
  checkQuiz(fresh);
  return now() - start;
}).sort((a, b) => a - b);
took('check of 60 questions with 9 branches, without a rehearsal', times[3] ?? 0, 'aim: under 200');
