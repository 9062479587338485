/** The languages that the visitor's side speaks. Only the one that a quiz needs reaches the browser: the server hands it to the page. */
import type { Quiz } from '../../core/schema/quiz';
import { ar } from './ar';
import { de } from './de';
import { es } from './es';
import { fr } from './fr';
import { nl } from './nl';
import { en, type Phrases } from './phrases';

const all: Record<string, Phrases> = { ar, de, en, es, fr, nl };

export const languages = Object.keys(all);

export type Spoken = { language: string; phrases: Phrases };

/**
 * The language of ours that a browser likes best (RFC 9110, 12.5.4); `other` where it names none of them.
 * @param accepted the Accept-Language header
 */
export function likedBest(accepted: string | null, other: string): string {
  const liked = (accepted ?? '')
    .split(',')
    .map((part, place) => {
      const [tag = '', ...params] = part.trim().split(';');
      const q = params.map((p) => /^\s*q=([\d.]+)\s*$/.exec(p)?.[1]).find((found) => found !== undefined);
      return { tag: tag.trim(), q: q === undefined ? 1 : Number(q), place };
    })
    .filter(({ tag, q }) => q > 0 && all[tag.split('-')[0]?.toLowerCase() ?? ''])
    .sort((a, b) => b.q - a.q || a.place - b.place);
  return liked[0]?.tag ?? other;
}

/** The language that a visitor's page is in. @param accepted the Accept-Language header */
export const languageFor = ({ language, delivery }: Quiz, accepted: string | null): string =>
  delivery.language === 'found' ? likedBest(accepted, language) : language;

/** The fixed words in the language of a quiz; in English where it is none of ours. `labels` are the creator's own wording. */
export function spokenIn(language: string, labels: Record<string, string> = {}): Spoken {
  const short = language.split('-')[0]?.toLowerCase() ?? '';
  const own = Object.fromEntries(Object.entries(labels).filter(([key, text]) => key in en && text.trim() !== ''));
  return { language: all[short] ? language : 'en', phrases: { ...(all[short] ?? en), ...own } };
}
