/** Days and lists as a language writes them. */

/** A document may name a language that looks like one and is none. */
function readable(language: string): string {
  try {
    return Intl.getCanonicalLocales(language)[0] ?? 'en';
  } catch {
    return 'en';
  }
}

/**
 * A day in words.
 * @param iso such as "2027-04-18"; anything else is given back as it is
 * @example dayIn('en', '2027-04-18') // "April 18, 2027"
 */
export function dayIn(language: string, iso: string): string {
  const day = new Date(`${iso}T00:00:00Z`);
  return Number.isNaN(day.getTime())
    ? iso
    : new Intl.DateTimeFormat(readable(language), { dateStyle: 'long', timeZone: 'UTC' }).format(day);
}

/** Names one after the other, as a sentence holds them: "a and b" in English. */
export const listIn = (language: string, names: string[]): string =>
  new Intl.ListFormat(readable(language), { type: 'conjunction' }).format(names);

/** Items in their order, each with its number, so that commas within them confuse nobody. */
export const numbered = (items: string[]): string => items.map((item, i) => `${i + 1}. ${item}`).join(', ');
