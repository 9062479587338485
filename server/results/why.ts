/** Why a run came out as it did, in words. */
import type { AnswerOf } from '../../contract';
import { nameOf, quizIndex } from '../../core/document/lookup';
import { contactOf, resultOf } from '../../core/flow/result';
import { type Run } from '../../core/flow/run';
import type { Recorded } from '../../core/flow/walk';
import { answerText } from '../../core/questions/registry';
import type { ChangedAnswer, Turn } from '../../core/rehearsal/why';
import type { Quiz } from '../../core/schema/quiz';
import type { Membership } from '../../db/queries/members';
import { oneRun } from '../../db/queries/runs';
import { inBackground } from '../platform/background/pool';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';
import { ownRunOf } from '../publishing/editions';

type Told = AnswerOf<'GET /api/quizzes/{quiz}/people/{run}/why'>;

/** A run as what was answered in it, to be walked again. */
export const recordedOf = (id: string, run: Run): Recorded => ({
  ...{ id, answers: run.answers, known: run.known, contact: contactOf(run), seed: run.seed },
  ...(Object.keys(run.reviews).length > 0 ? { reviews: run.reviews } : {}),
});

/** By verdict; none of a run that has not finished. */
export async function whyOfRun(member: Membership, quizId: string, runId: string): Promise<Told> {
  const row = await oneRun(database(), member.workspaceId, quizId, runId);
  if (!row) throw notFound('This run');
  const { quiz, run } = await ownRunOf(row);
  if (!run.finished) return { verdicts: [] };
  const { verdicts } = resultOf(quiz, run);
  const told: Told['verdicts'] = [];
  for (const { id, name } of quiz.verdicts) {
    const why = await inBackground(member.workspaceId, 'why', { quiz, recorded: recordedOf(runId, run), verdict: id });
    // A run that the clock ended, or that was held on a page, cannot be walked again by its answers alone.
    if (!why || why.outcomes.join() !== verdicts[id]?.outcomes.join()) continue;
    told.push({
      ...{ id, name, outcome: outcomeNames(quiz, why.outcomes), isAll: why.isAll },
      reasons: why.reasons.map(({ question, points }) => ({
        ...wordsOf(quiz, { question, answer: run.answers[question] ?? [] }),
        points,
      })),
      closest: why.closest && { name: outcomeNames(quiz, [why.closest.outcome]), behind: why.closest.behind },
      decisive: why.decisive.map((turn) => turnWords(quiz, turn)),
      least: why.least && turnWords(quiz, why.least),
    });
  }
  return { verdicts: told };
}

const outcomeNames = (quiz: Quiz, ids: string[]): string =>
  ids.map((id) => quizIndex(quiz).outcomes.get(id)?.outcome.name ?? id).join(' and ');

function wordsOf(quiz: Quiz, { question: id, answer }: ChangedAnswer): { question: string; answer: string } {
  const question = quizIndex(quiz).questions.get(id);
  return { question: question ? nameOf(question) : id, answer: question ? answerText(question, answer) : '' };
}

const turnWords = (quiz: Quiz, { changes, outcomes }: Turn) => ({
  changes: changes.map((change) => wordsOf(quiz, change)),
  outcome: outcomeNames(quiz, outcomes),
});
