/**
 * Work that takes long for large documents, whoever made them: done in threads of its own, so that the thread that answers visitors is free.
 * Pure functions of the core alone; what they are given and give back crosses between threads as a copy.
 */
import { checkQuiz, type Finding } from '../../../core/findings/check';
import { readQuestions } from '../../../core/formats/read';
import { applyEdit, type Edit, type EditRefusal } from '../../../core/document/edits';
import type { Quiz } from '../../../core/schema/quiz';
import type { Recorded } from '../../../core/flow/walk';
import { type Deciding, decidingQuestions, type Why, whyOf } from '../../../core/rehearsal/why';
import { type Alike, alikeAmong, type Answered } from '../../../core/stats/alike';
import { type ValidationIssue, validateQuiz } from '../../../core/document/validate';

export type EditsApplied = {
  draft: Quiz;
  /** Ids of the edits that were applied, in order. */
  applied: string[];
  refused: { id: string; refusal: EditRefusal }[];
};

/** Applies edits one after the other; one that no longer fits is left out by name, and the others stay. */
export function applyEdits(quiz: Quiz, edits: readonly { id: string; edit: Edit }[]): EditsApplied {
  const done: EditsApplied = { draft: quiz, applied: [], refused: [] };
  for (const { id, edit } of edits) {
    const result = applyEdit(done.draft, edit);
    if ('refused' in result) done.refused.push({ id, refusal: result.refused });
    else {
      done.draft = result.quiz;
      done.applied.push(id);
    }
  }
  return done;
}

/** What can be asked for, each with what it is given and what comes back. */
export const tasks = {
  /** @param published ids of the quizzes that are live; without them, hand-overs are not looked at */
  check: ({ quiz, published }: { quiz: Quiz; published?: string[] }): Finding[] =>
    checkQuiz(quiz, undefined, published ? { published: new Set(published) } : {}),
  applyEdits: ({ quiz, edits }: { quiz: Quiz; edits: { id: string; edit: Edit }[] }): EditsApplied =>
    applyEdits(quiz, edits),
  /** A pasted text or a file as a quiz. */
  read: ({ text, fileName, id }: { text: string; fileName: string; id: string }): ReturnType<typeof readQuestions> =>
    readQuestions(text, { fileName, id }),
  why: ({ quiz, recorded, verdict }: { quiz: Quiz; recorded: Recorded; verdict: string }): Why | null =>
    whyOf(quiz, recorded, verdict),
  deciding: ({ quiz, runs }: { quiz: Quiz; runs: Recorded[] }): Record<string, Deciding[]> =>
    decidingQuestions(quiz, runs),
  alike: ({ quiz, runs }: { quiz: Quiz; runs: Answered[] }): Alike => alikeAmong(quiz, runs),
  validate: ({ document }: { document: unknown }): { quiz: Quiz } | { faults: ValidationIssue[] } =>
    validateQuiz(document),
};
export type Tasks = typeof tasks;
