/** What spoke for the outcome of a run: what each answer gave, by the points that decide. */
import type { Question, Quiz } from '../schema/quiz';
import { contribution } from '../scoring/weights';
import { isAnswered } from '../values/answer';
import { round9 } from '../values/numbers';
import { verdictKind } from '../verdicts/registry';
import { type Result, resultOf } from './result';
import { questionsOnWay, type Run } from './run';

/** What an answer gave to the outcome, less what it gave to the one that came closest; or to the score that decides. */
export type Reason = { question: string; points: number };
export type Reasons = {
  /** The largest first; those that gave nothing are left out. Empty where no points decide. */
  reasons: Reason[];
  /** The outcome that came closest, and by how much it was behind; null where outcomes collect no points. */
  closest: { outcome: string; behind: number } | null;
};

export function reasonsOf(
  quiz: Quiz,
  run: Run,
  verdictId: string,
  { verdicts, questions }: Result = resultOf(quiz, run),
): Reasons {
  const verdict = quiz.verdicts.find(({ id }) => id === verdictId);
  const outcome = verdicts[verdictId]?.outcomes[0];
  if (!verdict || outcome === undefined) return { reasons: [], closest: null };
  const gave = (q: Question, target: string) =>
    contribution(q, target, run.answers[q.id], run.reviews[q.id])?.value ?? 0;
  const listed = (points: (q: Question) => number): Reason[] =>
    questionsOnWay(quiz, run)
      .filter((q) => isAnswered(run.answers[q.id]))
      .map((q) => ({ question: q.id, points: round9(points(q)) }))
      .filter((one) => one.points !== 0)
      .sort((a, b) => b.points - a.points);
  const tallies = verdicts[verdictId]?.tallies;
  if (tallies) {
    const [closest] = Object.entries(tallies)
      .filter(([id]) => id !== outcome)
      .sort(([, a], [, b]) => b - a);
    const [runnerUp = '', points = 0] = closest ?? [];
    return {
      reasons: listed((q) => gave(q, outcome) - (closest ? gave(q, runnerUp) : 0)),
      closest: closest ? { outcome: runnerUp, behind: round9((tallies[outcome] ?? 0) - points) } : null,
    };
  }
  const measure = verdictKind(verdict).measure?.of(verdict);
  if (!measure) return { reasons: [], closest: null };
  const isMeant = (q: Question) => measure.topic === undefined || q.topic === measure.topic;
  const points = (q: Question) =>
    !isMeant(q) ? 0 : measure.scale === 'marks' ? (questions[q.id]?.awarded ?? 0) : gave(q, measure.scale);
  return { reasons: listed(points), closest: null };
}
