/** What a run stores for a question, by kind (model, section 1). */
import type { Answer, FreeEntry } from '../schema/answer';
import { isObject } from './unknown';

export type { Answer, FreeEntry } from '../schema/answer';

const blank = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  (typeof value === 'string' && value.trim() === '') ||
  (Array.isArray(value) && value.length === 0);

/** Whether anything was answered: an empty list, blank words and parts left empty are nothing. */
export function isAnswered(answer: Answer | undefined): answer is Answer {
  if (answer === undefined) return false;
  if (typeof answer === 'number') return true;
  if (typeof answer === 'string') return answer.trim() !== '';
  if (Array.isArray(answer)) return answer.length > 0;
  if (isFreeEntry(answer)) return answer.options.length > 0;
  return Object.values(answer).some((part) => !blank(part));
}

export const isFreeEntry = (answer: Answer): answer is FreeEntry =>
  isObject(answer) && Array.isArray(answer['options']) && typeof answer['text'] === 'string';

const none: string[] = [];
/** The options chosen. */
export const chosenIn = (answer: Answer | undefined): string[] =>
  Array.isArray(answer) ? answer : answer !== undefined && isFreeEntry(answer) ? answer.options : none;

/** One part of an answer that has several. */
export const partOf = (answer: Answer, part: string): string | string[] | [number, number] | undefined => {
  if (typeof answer !== 'object' || Array.isArray(answer) || isFreeEntry(answer)) return undefined;
  const value = Object.hasOwn(answer, part) ? answer[part] : undefined;
  return blank(value) ? undefined : value;
};

/** Days since 1970-01-01 of an ISO date; NaN where there is no such day. */
export function dayNumber(text: string): number {
  const ms = Date.parse(`${text}T00:00:00Z`);
  return Number.isNaN(ms) || new Date(ms).toISOString().slice(0, 10) !== text ? Number.NaN : ms / 86_400_000;
}

/** The words of an answer that is words or a number; none of one that has parts. */
export const plainAnswer = (answer: Answer): string =>
  typeof answer === 'string' || typeof answer === 'number' ? String(answer) : '';
