/**
 * Questions as a list, which is what a table or a page of text can hold of a quiz: each with its answers, the right ones, marks, explanations,
 * topic and seconds. Both formats are read into this and written from it.
 */
import type { Accepted, Quiz } from '../schema/quiz';
import { acceptedOf, fold } from '../text/fold';

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

/** Answers to one question, as the document can hold them. */
export const MOST_ANSWERS = 200;

/** "flat tyre; puncture (0.5)" */
export const acceptFrom = (text: string): { text: string; credit: number }[] =>
  text
    .split(/[;\n]/)
    .map((one) => one.replace(/\s+/g, ' ').trim())
    .filter(Boolean)
    .slice(0, MOST_ANSWERS)
    .map((one) => {
      const [, words = one, credit] = /^(.*?) ?\((0?\.\d+|[01])\)$/.exec(one) ?? [];
      return { text: words, credit: Math.min(1, readDecimal(credit) ?? 1) };
    });
export const acceptText = (list: Accepted[]): string =>
  list
    .map(acceptedOf)
    .map((a) => (a.credit === 1 ? a.text : `${a.text} (${a.credit})`))
    .join('; ');

/** "42 ± 2" or "42 ± 5%" */
export function targetFrom(text: string): { target: number; within?: number; withinPercent?: number } | null {
  const [, number, within, percent] = /^\s*(-?[\d.,−]+)\s*(?:±\s*([\d.,]+)\s*(%)?)?\s*$/.exec(text) ?? [];
  const target = readDecimal(number);
  if (target === undefined) return null;
  const around = readDecimal(within);
  return { target, ...(around === undefined ? {} : percent ? { withinPercent: around } : { within: around }) };
}

/** The bounds of a number, slider or rating as fields of a row. */
export const boundFields = (b: { min?: number; max?: number; step?: number }): Listed['fields'] => ({
  ...(b.min === undefined ? {} : { least: String(b.min) }),
  ...(b.max === undefined ? {} : { most: String(b.max) }),
  ...(b.step === undefined ? {} : { step: String(b.step) }),
});
