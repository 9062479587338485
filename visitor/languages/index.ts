/** The languages that the visitor's side speaks. Only the one that a quiz needs reaches the browser: the server hands it to the page. */
import { likedIn, quizLanguageFor, shortOf, type Wish } from '../../core/languages/choose';
import type { Label } from '../../core/schema/languages';
import type { Quiz } from '../../core/schema/quiz';
import { ar } from './ar';
import { de } from './de';
import { es } from './es';
import { fr } from './fr';
import { it } from './it';
import { ja } from './ja';
import { nl } from './nl';
import { en, type Phrase, type Phrases } from './phrases';
import { pl } from './pl';
import { pt } from './pt';
import { sv } from './sv';
import { tr } from './tr';

const all: Record<string, Phrases> = { ar, de, en, es, fr, it, ja, nl, pl, pt, sv, tr };

export const languages = Object.keys(all);

export type Spoken = { language: string; phrases: Phrases };

/**
 * The language of ours that a browser likes best (RFC 9110, 12.5.4); `other` where it names none of them.
 * @param accepted the Accept-Language header
 */
export const likedBest = (accepted: string | null | undefined, other: string): string =>
  likedIn(accepted).find((tag) => all[shortOf(tag)]) ?? other;

/** The language that a visitor's page is in. */
export const languageFor = (quiz: Quiz, wish: Wish): string =>
  quizLanguageFor(quiz, wish) ??
  (quiz.delivery.language === undefined ? quiz.language : likedBest(wish.accepted, quiz.language));

/** Why something cannot be taken is worded under such a key. */
export const FAULT = 'fault-';

/** A creator's own wording, where there is any: in one form for all numbers, or by plural. */
function wordingOf(label: Label): Phrase | undefined {
  if (typeof label === 'string') return label.trim() === '' ? undefined : label;
  const said = Object.entries(label).filter(([, text]) => text.trim() !== '');
  const { other } = label;
  return said.length > 0 ? { ...Object.fromEntries(said), other: other.trim() || (said.at(-1)?.[1] ?? '') } : undefined;
}

/** The fixed words in the language of a quiz; in English where it is none of ours. `labels` are the creator's own wording. */
export function spokenIn(language: string, labels: Record<string, Label> = {}): Spoken {
  const ours: Phrases = all[shortOf(language)] ?? en;
  const own: Record<string, Phrase> = {};
  const faults: Record<string, string> = {};
  for (const [key, label] of Object.entries(labels)) {
    const wording = wordingOf(label);
    if (wording === undefined) continue;
    if (key in en) own[key] = wording;
    else if (key.startsWith(FAULT) && typeof wording === 'string') faults[key.slice(FAULT.length)] = wording;
  }
  const phrases: Phrases = { ...ours, ...own };
  if (Object.keys(faults).length > 0) phrases.faults = { ...ours.faults, ...faults };
  return { language: all[shortOf(language)] ? language : 'en', phrases };
}
