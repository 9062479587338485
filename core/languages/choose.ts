/** Which language a visitor gets. */
import type { Quiz } from '../schema/quiz';
import { languagesOf } from './translate';

/** @property asked by the address of the quiz @property around the language of the page around @property accepted the Accept-Language header */
export type Wish = { asked?: string | undefined; around?: string | undefined; accepted?: string | null };

/** Languages from an Accept-Language header (RFC 9110, 12.5.4), the best liked first. */
export const likedIn = (accepted: string | null | undefined): string[] =>
  (accepted ?? '')
    .slice(0, 1_000)
    .split(',')
    .map((part, place) => {
      const [tag = '', ...params] = part.trim().split(';');
      const q = params.map((p) => /^\s*q=([\d.]+)\s*$/.exec(p)?.[1]).find((found) => found !== undefined);
      return { tag: tag.trim(), q: q === undefined ? 1 : Number(q), place };
    })
    .filter(({ tag, q }) => q > 0 && tag !== '')
    .sort((a, b) => b.q - a.q || a.place - b.place)
    .map(({ tag }) => tag);

export const shortOf = (tag: string): string => tag.split('-')[0]?.toLowerCase() ?? '';

/** The language of a list that a tag means: the same, or else the first of its kind, so that `de-AT` gets `de`. */
export const among = (languages: readonly string[], tag: string | undefined): string | undefined =>
  tag === undefined
    ? undefined
    : (languages.find((one) => one.toLowerCase() === tag.toLowerCase()) ??
      languages.find((one) => shortOf(one) === shortOf(tag)));

/** The language of a quiz that a visitor gets; null where it is in one alone. */
export function quizLanguageFor(quiz: Quiz, { asked, around, accepted }: Wish): string | null {
  const languages = languagesOf(quiz);
  if (languages.length < 2) return null;
  const wanted = among(languages, asked);
  if (wanted !== undefined) return wanted;
  if (quiz.delivery.language === undefined) return quiz.language;
  const liked = [around, ...likedIn(accepted)].map((tag) => among(languages, tag));
  return liked.find((one) => one !== undefined) ?? quiz.language;
}
