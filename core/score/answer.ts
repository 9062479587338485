/** What a run stores for a question, by kind (model, section 1). */
import type { Answer, FreeEntry } from './answer-schema';
import type { Choice, Question } from '../quiz/schema';
import { OTHER, optionIds } from '../quiz/lookup';

export type { Answer, FreeEntry } from './answer-schema';

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

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
  Array.isArray(answer) ? (answer as string[]) : answer !== undefined && isFreeEntry(answer) ? answer.options : none;

/** One part of an answer that has several. */
export const partOf = (answer: Answer, part: string): string | string[] | [number, number] | undefined => {
  if (!isObject(answer) || !Object.hasOwn(answer, part)) return undefined;
  const value = (answer as Record<string, unknown>)[part];
  return blank(value) ? undefined : (value as string);
};

const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(dayNumber(text));

/** Days since 1970-01-01 of an ISO date; NaN where there is no such day. */
export function dayNumber(text: string): number {
  const ms = Date.parse(`${text}T00:00:00Z`);
  return Number.isNaN(ms) || new Date(ms).toISOString().slice(0, 10) !== text ? Number.NaN : ms / 86_400_000;
}

const distinct = (ids: string[]): boolean => new Set(ids).size === ids.length;

function choiceFault(question: Choice, answer: unknown): string | null {
  const free = isObject(answer) && Array.isArray(answer['options']);
  const ids = free ? (answer['options'] as unknown[]) : answer;
  if (!Array.isArray(ids) || ids.some((id) => typeof id !== 'string')) return 'a list of option ids is expected';
  if (
    free &&
    (typeof answer['text'] !== 'string' || Object.keys(answer).some((k) => k !== 'options' && k !== 'text'))
  ) {
    return 'a free entry is { "options": [...], "text": "..." }';
  }
  const known = new Set(optionIds(question));
  const stranger = (ids as string[]).find((id) => !known.has(id));
  if (stranger !== undefined) return `there is no option "${stranger}"`;
  if (!distinct(ids as string[])) return 'an option is chosen twice';
  if (free && !(ids as string[]).includes(OTHER)) return 'a free entry is given without choosing it';
  return question.pick === 'one' && ids.length > 1 ? 'only one option may be chosen' : null;
}

/**
 * Why an answer cannot be one to this question: a wrong type, or an id that it does not have.
 * @returns null where it can
 */
export function answerFault(question: Question, answer: unknown): string | null {
  switch (question.kind) {
    case 'choice':
      return choiceFault(question, answer);
    case 'text':
    case 'essay':
      return typeof answer === 'string' ? null : 'words are expected';
    case 'date':
      return typeof answer === 'string' && (answer === '' || isDay(answer))
        ? null
        : 'a date like 2027-04-18 is expected';
    case 'number':
    case 'slider':
    case 'rating':
      // Nothing is what is left where an answer was taken back.
      return answer === '' || (typeof answer === 'number' && Number.isFinite(answer)) ? null : 'a number is expected';
    case 'order': {
      if (!Array.isArray(answer) || answer.some((id) => typeof id !== 'string'))
        return 'a list of item ids is expected';
      const known = new Set(question.items.map((i) => i.id));
      const stranger = (answer as string[]).find((id) => !known.has(id));
      if (stranger !== undefined) return `there is no item "${stranger}"`;
      return distinct(answer as string[]) ? null : 'an item stands there twice';
    }
    case 'match': {
      const rights = new Set([...question.pairs.map((p) => p.right.id), ...(question.extras ?? []).map((e) => e.id)]);
      return partsFault(
        answer,
        question.pairs.map((p) => p.left.id),
        (value) => (typeof value === 'string' && rights.has(value) ? null : 'the id of a right side is expected'),
      );
    }
    case 'gaps':
      return partsFault(
        answer,
        question.gaps.map((g) => g.id),
        (value) => (typeof value === 'string' ? null : 'words are expected'),
      );
    case 'grid': {
      const columns = new Set(question.columns.map((c) => c.id));
      return partsFault(
        answer,
        question.rows.map((r) => r.id),
        (value) => {
          if (!Array.isArray(value) || value.some((id) => !columns.has(id as string)))
            return 'a list of column ids is expected';
          if (!distinct(value as string[])) return 'a column stands there twice';
          return question.pick !== 'many' && value.length > 1 ? 'only one column may be chosen in a row' : null;
        },
      );
    }
    case 'spots':
      return partsFault(
        answer,
        question.spots.map((s) => s.id),
        (value) => {
          if (typeof value === 'string') return null;
          const point =
            Array.isArray(value) && value.length === 2 && value.every((n) => typeof n === 'number' && n >= 0 && n <= 1);
          return point ? null : 'words, or a point [x, y] from 0 to 1, are expected';
        },
      );
  }
}

function partsFault(answer: unknown, parts: string[], fault: (value: unknown) => string | null): string | null {
  if (!isObject(answer)) return 'an answer for each part is expected';
  for (const [part, value] of Object.entries(answer)) {
    if (!parts.includes(part)) return `there is no part "${part}"`;
    if (value === '') continue;
    const wrong = fault(value);
    if (wrong) return `${part}: ${wrong}`;
  }
  return null;
}
