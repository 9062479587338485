import type { Choice } from '../../schema/quiz';

/** The id of the free entry of a choice that has one. */
export const OTHER = 'other';

/** Every id that can be chosen, the free entry included. */
export const optionIds = (question: Choice): string[] => {
  const ids = question.options.map((o) => o.id);
  return question.other && !ids.includes(OTHER) ? [...ids, OTHER] : ids;
};

/** How many options may be chosen: what the question says, within what it has. A required one takes at least one. */
export function pickRange(question: Choice): { min: number; max: number } {
  if (question.pick === 'one') return { min: question.required ? 1 : 0, max: 1 };
  const all = optionIds(question).length;
  const max = Math.min(question.max ?? all, all);
  return { min: Math.max(question.min ?? 0, question.required ? 1 : 0), max };
}

/** How many options may be chosen, given that the question is answered, and not freely. */
export const answeredRange = (question: Choice): { min: number; max: number } => {
  const { min, max } = pickRange(question);
  return { min: Math.max(1, min), max: Math.min(max, question.options.length) };
};
