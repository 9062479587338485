/**
 * Why a run came to its outcome: what spoke for it, and what least change of answers would have led to another. Found by walking the run
 * again with other answers, so that whatever decides, points, stretches, rules or routes, is asked as it is.
 */
import { kindOf } from '../questions/registry';
import type { Question, Quiz } from '../schema/quiz';
import { type Reasons, reasonsOf } from '../flow/reasons';
import { resultOf } from '../flow/result';
import { questionsOnWay } from '../flow/run';
import { type Recorded, walk } from '../flow/walk';
import { type Answer, isAnswered } from '../values/answer';
import { isListable } from './answers';

export type ChangedAnswer = { question: string; answer: Answer };
/** A change of answers that leads to other outcomes, by their ids. */
export type Turn = { changes: ChangedAnswer[]; outcomes: string[] };
export type Why = Reasons & {
  outcomes: string[];
  /** Each answer that would have led elsewhere if it alone had been another. */
  decisive: Turn[];
  /** The least change that leads elsewhere; null where none of up to `MOST_CHANGES` answers does, or none was found. */
  least: Turn | null;
  /** Whether every change of so many answers was looked at; some were not where there are too many. */
  isAll: boolean;
};

export const MOST_CHANGES = 3;
/** Walks for one run: a third of a second, or less. */
const MOST_WALKS = 4_000;
/** Other answers to one question that are tried. */
const MOST_TRIES = 40;

/**
 * @param recorded what was answered
 * @returns null where the verdict decides nothing
 */
export function whyOf(quiz: Quiz, recorded: Recorded, verdictId: string, mostWalks = MOST_WALKS): Why | null {
  const verdict = quiz.verdicts.find(({ id }) => id === verdictId);
  const outcomesOf = (answers: Recorded['answers']): string[] => {
    const { run } = walk(quiz, { ...recorded, answers });
    return resultOf(quiz, run).verdicts[verdictId]?.outcomes ?? [];
  };
  const own = recorded.answers ?? {};
  const outcomes = outcomesOf(own);
  if (!verdict || outcomes.length === 0) return null;
  const asked = questionsOnWay(quiz, walk(quiz, recorded).run).filter((q) => isAnswered(own[q.id]));
  const { turns, isAll } = lookForTurns(
    asked
      .filter((q) => recorded.reviews?.[q.id] === undefined)
      .map((q) => ({ id: q.id, others: othersTo(q, own[q.id]) })),
    (changes) => outcomesOf({ ...own, ...Object.fromEntries(changes.map((c) => [c.question, c.answer])) }),
    outcomes,
    mostWalks,
  );
  return {
    outcomes,
    ...reasonsOf(quiz, walk(quiz, recorded).run, verdictId),
    decisive: turns.filter(({ changes }) => changes.length === 1),
    least: turns[0] ?? null,
    isAll,
  };
}

/** Answers that might have been given instead. */
function othersTo(question: Question, answer: Answer | undefined): Answer[] {
  if (!isListable(question)) return [];
  const own = JSON.stringify(answer);
  return kindOf(question)
    .tries(question)
    .filter((one) => JSON.stringify(one) !== own)
    .slice(0, MOST_TRIES);
}

type Other = { id: string; others: Answer[] };

/** All turns of the fewest answers that make one; of one answer first, then of two, then of three. */
function lookForTurns(
  questions: Other[],
  outcomesOf: (changes: ChangedAnswer[]) => string[],
  own: string[],
  most: number,
): { turns: Turn[]; isAll: boolean } {
  let walks = 0;
  const turns: Turn[] = [];
  const isOwn = (outcomes: string[]) => outcomes.length === own.length && outcomes.every((o) => own.includes(o));
  /** @returns whether there is more to look for: of several answers one turn is enough, and there may be too many */
  const look = (from: number, changes: ChangedAnswer[], more: number): boolean =>
    questions.slice(from).every(({ id, others }, i) =>
      others.every((answer) => {
        const changed = [...changes, { question: id, answer }];
        if (more > 1) return look(from + i + 1, changed, more - 1);
        if ((walks += 1) > most) return false;
        const outcomes = outcomesOf(changed);
        if (outcomes.length === 0 || isOwn(outcomes)) return true;
        turns.push({ changes: changed, outcomes });
        return changes.length === 0;
      }),
    );
  for (let many = 1; many <= MOST_CHANGES && turns.length === 0 && walks <= most; many++) look(0, [], many);
  return { turns, isAll: walks <= most };
}

/** In how many runs each question turned the outcome: another answer to it alone would have led elsewhere. */
export type Deciding = { question: string; turned: number; runs: number };

/** Walks for all runs together: two seconds, or less. */
const MOST_WALKS_OF_ALL = 20_000;

/** @param runs as many of the first of them as there is time for @returns by verdict, the one that decides most often first; `runs` are those in which the question was answered, and has other answers to try */
export function decidingQuestions(quiz: Quiz, runs: readonly Recorded[]): Record<string, Deciding[]> {
  const sums = new Map<string, Map<string, Deciding>>();
  let walks = 0;
  for (const recorded of runs) {
    if (walks > MOST_WALKS_OF_ALL) break;
    const own = recorded.answers ?? {};
    const before = walk(quiz, recorded).run;
    const was = resultOf(quiz, before).verdicts;
    for (const question of questionsOnWay(quiz, before)) {
      if (!isAnswered(own[question.id]) || recorded.reviews?.[question.id] !== undefined) continue;
      const others = othersTo(question, own[question.id]);
      if (others.length === 0) continue;
      const turned = new Set<string>();
      for (const answer of others) {
        if (turned.size === quiz.verdicts.length) break;
        walks += 1;
        const { verdicts } = resultOf(
          quiz,
          walk(quiz, { ...recorded, answers: { ...own, [question.id]: answer } }).run,
        );
        for (const { id } of quiz.verdicts)
          if ((verdicts[id]?.outcomes.join() ?? '') !== (was[id]?.outcomes.join() ?? '')) turned.add(id);
      }
      for (const { id } of quiz.verdicts) {
        if ((was[id]?.outcomes.length ?? 0) === 0) continue;
        const ofVerdict = sums.get(id) ?? new Map<string, Deciding>();
        sums.set(id, ofVerdict);
        const sum = ofVerdict.get(question.id) ?? { question: question.id, turned: 0, runs: 0 };
        ofVerdict.set(question.id, { ...sum, runs: sum.runs + 1, turned: sum.turned + (turned.has(id) ? 1 : 0) });
      }
    }
  }
  return Object.fromEntries(
    quiz.verdicts.map(({ id }) => [
      id,
      [...(sums.get(id)?.values() ?? [])].sort((a, b) => b.turned / b.runs - a.turned / a.runs),
    ]),
  );
}
