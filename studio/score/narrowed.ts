/** The rows and columns of the grid, and what they can be narrowed to. */
import { isQuestion, nameOf, questionsOf, quizIndex } from '../../core/document/lookup';
import { type Weighed, weighedIn } from '../../core/document/weighed';
import type { Quiz } from '../../core/schema/quiz';
import type { Measure } from '../edits/measures';
import { GUESS, RIGHT } from '../edits/weigh-edits';
import type { GridRow } from './cells';

export const rightColumn: Measure = { id: RIGHT, name: 'Right', colour: null, verdict: null };
export const guessColumn: Measure = { id: GUESS, name: 'Guess', colour: null, verdict: null };

/** What the grid can be narrowed to: a topic or a page. */
export const partsOf = (quiz: Quiz): { id: string; label: string }[] => [
  { id: '', label: 'All questions' },
  ...quiz.topics.map((t) => ({ id: `topic ${t.id}`, label: `About ${t.name}` })),
  ...quiz.pages
    .filter((p) => p.blocks.some(isQuestion))
    .map((p, i) => ({ id: `page ${p.id}`, label: `On ${p.name || `page ${i + 1}`}` })),
];
export const sortsOf = (quiz: Quiz): { id: string; label: string }[] => [
  { id: '', label: 'All columns' },
  ...(quiz.scales.length ? [{ id: 'scales', label: 'Scales alone' }] : []),
  ...quiz.verdicts.filter((v) => v.outcomes.length).map((v) => ({ id: v.id, label: `${v.name} alone` })),
];
export const isIn = (quiz: Quiz, { question }: Weighed, part: string): boolean => {
  const [what, id] = part.split(' ');
  return what === 'topic'
    ? question.topic === id
    : what === 'page'
      ? quizIndex(quiz).pageOf.get(question.id)?.id === id
      : true;
};

export function rowsOf(quiz: Quiz): GridRow[] {
  const numbers = new Map(questionsOf(quiz).map((q, i) => [q.id, i + 1]));
  const all = weighedIn(quiz);
  return all.map((of, i) => ({
    of,
    first: all[i - 1]?.question.id !== of.question.id,
    number: numbers.get(of.question.id) ?? 0,
    name: nameOf(of.question),
  }));
}
