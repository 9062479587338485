/**
 * Questions as a list, which is what a table or a page of text can hold of a quiz: each with its answers, the right ones, marks, explanations,
 * topic and seconds. Both formats are read into this and written from it.
 */
import type { Quiz } from '../quiz/schema';
import { fold } from '../text/fold';

export type ListedAnswer = {
  text: string;
  /** null where nothing is said of right or wrong */ credit: number | null;
  /** the other side of a pair */ with?: string;
};
export type Listed = {
  /** Where it stands in the file. */
  line: number;
  page?: string;
  prompt: string;
  kind?: string;
  answers: ListedAnswer[];
  /** What a typed or measured answer should be: words, a number, a day. */
  right?: string;
  fields: Partial<Record<ListedField, string>>;
};
export const listedFields = [
  'id',
  'label',
  'topic',
  'marks',
  'penalty',
  'credit',
  'required',
  'shuffle',
  'seconds',
  'hint',
  'explain',
  'explain right',
  'explain wrong',
  'picture',
  'least',
  'most',
  'step',
] as const;
export type ListedField = (typeof listedFields)[number];

export type Note = { line: number; is: 'understood' | 'guessed' | 'refused'; message: string };
export type ListedQuiz = { title: string; description: string; questions: Listed[] };
export type Read = { quiz: Quiz; notes: Note[] };

export const yes = (text: string | undefined): boolean | undefined => {
  const word = fold(text ?? '');
  if (['yes', 'y', 'true', '1', 'x', 'on', 'required'].includes(word)) return true;
  return ['no', 'n', 'false', '0', 'off', 'optional'].includes(word) ? false : undefined;
};
export const readDecimal = (text: string | undefined): number | undefined => {
  const clean = (text ?? '')
    .trim()
    .replace('−', '-')
    .replace(/^(-?\d+),(\d+)$/, '$1.$2');
  return clean !== '' && Number.isFinite(Number(clean)) ? Number(clean) : undefined;
};
