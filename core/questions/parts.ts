import { given } from '../values/given';
/** What kinds with several parts have in common: pairs, gaps, rows, spots. */
import type { Accepted, Folding, Picture, Question, Region } from '../schema/quiz';
import { type Answer, partOf } from '../values/answer';
import { LONGEST_ANSWER } from '../schema/longest';
import { matchAccepted } from '../text/fold';
import { isInside } from './spots/region';
import { type Grade, graded, pending, type Told } from './kind';

export type Part = { id: string; text: string; picture?: Picture };

export const partsOf = (parts: Part[]): Part[] =>
  parts.map((p) => ({ id: p.id, text: p.text, ...given('picture', p.picture) }));

export const distinct = (ids: string[]): boolean => new Set(ids).size === ids.length;

export const isListOfWords = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((one) => typeof one === 'string');

/** Why something is no answer by part. @param fault of the value of one part */
export function partsFault(answer: unknown, parts: string[], fault: (value: unknown) => string | null): string | null {
  if (typeof answer !== 'object' || answer === null || Array.isArray(answer))
    return 'an answer for each part is expected';
  for (const [part, value] of Object.entries(answer)) {
    if (!parts.includes(part)) return `there is no part "${part}"`;
    if (value === '') continue;
    const wrong = fault(value);
    if (wrong) return `${part}: ${wrong}`;
  }
  return null;
}

/** What a visitor is told of parts that are too long, or that a required question lacks. */
export function partsRefusal(question: Question, answer: Answer, parts: string[]): Told | null {
  const typed =
    typeof answer === 'object' && !Array.isArray(answer)
      ? Object.values(answer).filter((part): part is string => typeof part === 'string')
      : [];
  if (typed.some((words) => words.length > LONGEST_ANSWER))
    return { code: 'too-long', message: `Please keep each part under ${LONGEST_ANSWER} characters.` };
  return openParts(question, answer, parts).length > 0
    ? { code: 'required', message: 'Please fill in every part.' }
    : null;
}

/** The parts of a required question that were left empty; of an optional one any may be. */
const openParts = (question: Question, answer: Answer, parts: string[]): string[] =>
  question.required ? parts.filter((part) => partOf(answer, part) === undefined) : [];

type Worded = { id: string; text: string; picture?: { text: string } };
/** What one of some things is called: by its words, its picture's, or its id. */
export function wordsOf(things: Worded[], id: string): string {
  const thing = things.find((t) => t.id === id);
  return thing ? thing.text || (thing.picture?.text ?? '') : id;
}

/** "all": every part is right, else nothing; "share": right parts of all. */
export function creditByParts(question: Question, right: boolean[]): number {
  const count = right.filter(Boolean).length;
  if (question.credit === 'share') return right.length === 0 ? 0 : count / right.length;
  return right.length > 0 && count === right.length ? 1 : 0;
}

type TypedPart = { id: string; accept?: Accepted[]; region?: Region };
type TypedQuestion = Question & { fold?: Folding; reviewRest?: boolean };

/** Gaps and spots: a part is right at credit 1. With `reviewRest`, words that match nothing wait for a person. */
export function gradeOfTyped(question: TypedQuestion, answer: Answer, parts: TypedPart[]): Grade {
  const credits = parts
    .filter((part) => part.region !== undefined || hasAccepted(part.accept))
    .map((part) => creditOfPart(question, answer, part));
  if (question.reviewRest && credits.includes(null)) return pending;
  return graded(
    creditByParts(
      question,
      credits.map((credit) => credit === 1),
    ),
  );
}

/** Null where words match nothing. */
function creditOfPart({ fold }: TypedQuestion, answer: Answer, { id, region, accept }: TypedPart): number | null {
  const value = partOf(answer, id);
  if (Array.isArray(value)) {
    const [x, y] = value;
    return region && typeof x === 'number' && typeof y === 'number' && isInside([x, y], region) ? 1 : 0;
  }
  return value === undefined || accept === undefined ? 0 : matchAccepted(value, accept, fold);
}

/** The ids of the parts that are right. */
export const rightParts = (question: TypedQuestion, answer: Answer, parts: TypedPart[]): string[] =>
  parts.filter((part) => creditOfPart(question, answer, part) === 1).map(({ id }) => id);

export const hasAccepted = (list: Accepted[] | undefined): boolean => (list?.length ?? 0) > 0;
