/** A quiz in one of its languages, and how far a language has come. */
import { same } from '../document/edits';
import type { Translation } from '../schema/languages';
import type { Quiz, RichText } from '../schema/quiz';
import { gapsIn, insertsIn, isBlank, plainText } from '../text/rich';
import { mapTexts, type Said, textsOf } from './texts';

/** `changed`: what it was made from is worded otherwise now. */
export type TextState = 'missing' | 'changed' | 'done';
export type TranslatedLine = Said & { state: TextState; to?: RichText; was?: RichText };

export const translationIn = (quiz: Quiz, language: string): Translation | undefined =>
  quiz.translations?.find(({ id }) => id === language);

/** The languages that visitors may get a quiz in, its own first. */
export const languagesOf = (quiz: Quiz): string[] => [
  quiz.language,
  ...(quiz.translations ?? []).filter((t) => t.offered && t.id !== quiz.language).map(({ id }) => id),
];

const entryFor = (texts: Translation['texts'], place: string) =>
  texts && Object.hasOwn(texts, place) ? texts[place] : undefined;

/** Whether two texts hold the same gaps: a translation that has lost one cannot be filled in. */
export const keepsGaps = (from: RichText, to: RichText): boolean =>
  same([...gapsIn(from)].sort(), [...gapsIn(to)].sort());

/** Inserts of a text that its translation does not have. */
export function lostInserts(from: RichText, to: RichText): string[] {
  const there = insertsIn(to).map(({ value, ref }) => `${value} ${ref ?? ''}`);
  return insertsIn(from)
    .filter(({ value, ref }) => !there.includes(`${value} ${ref ?? ''}`))
    .map(({ fallback, value }) => fallback || value);
}

const made = new WeakMap<Quiz, Map<string, Quiz>>();

/**
 * The quiz as a visitor of this language gets it: the same ids, keys and rules, so that it computes the same. What has no translation stays in
 * the quiz's own language.
 * @returns the quiz itself where it is not in this language; the same object each time
 */
export function inLanguage(quiz: Quiz, language: string | null | undefined): Quiz {
  const translation = language && language !== quiz.language ? translationIn(quiz, language) : undefined;
  if (!translation) return quiz;
  const known = made.get(quiz) ?? new Map<string, Quiz>();
  made.set(quiz, known);
  const before = known.get(translation.id);
  if (before) return before;
  const texts = mapTexts(quiz, ({ place, text, isLine }) => {
    const to = entryFor(translation.texts, place)?.to;
    if (to === undefined || isBlank(to) || !keepsGaps(text, to)) return text;
    return isLine && typeof to !== 'string' ? plainText(to) : to;
  });
  const translated = { ...texts, language: translation.id, labels: translation.labels ?? {} };
  known.set(translation.id, translated);
  return translated;
}

const keyed = new WeakMap<Quiz, Map<string, Quiz>>();

/** The quiz in its own words, with the spellings accepted that are right in a language: what is read of a run in that language is scored as it was. */
export function keyedIn(quiz: Quiz, language: string | null): Quiz {
  const texts = language === null ? undefined : translationIn(quiz, language)?.texts;
  if (!texts || language === null) return quiz;
  const known = keyed.get(quiz) ?? new Map<string, Quiz>();
  keyed.set(quiz, known);
  const before = known.get(language);
  if (before) return before;
  const made = mapTexts(quiz, ({ place, text, isKey }) => (isKey && entryFor(texts, place)?.to) || text);
  known.set(language, made);
  return made;
}

/** Every text of a quiz, with what it is in a language. */
export function linesIn(quiz: Quiz, language: string): TranslatedLine[] {
  const texts = translationIn(quiz, language)?.texts;
  return textsOf(quiz).map((said) => {
    const entry = entryFor(texts, said.place);
    if (!entry || isBlank(entry.to)) return { ...said, state: 'missing' };
    return same(entry.of, said.text)
      ? { ...said, state: 'done', to: entry.to }
      : { ...said, state: 'changed', to: entry.to, was: entry.of };
  });
}

/** How far a language has come: how many texts there are, and how many of them are missing, or made from another wording. */
export function standingIn(quiz: Quiz, language: string): { of: number; missing: number; changed: number } {
  const lines = linesIn(quiz, language);
  const count = (state: TextState) => lines.filter((line) => line.state === state).length;
  return { of: lines.length, missing: count('missing'), changed: count('changed') };
}

/** The name of a language, in another one. */
export function nameOfLanguage(language: string, within = 'en'): string {
  try {
    return new Intl.DisplayNames([within], { type: 'language' }).of(language) ?? language;
  } catch {
    return language;
  }
}
