import type { Key, Phrase, Phrases } from './phrases';

type Values = Record<string, string | number>;

/** The fixed words of the visitor's side in one language, ready to be said. */
export function wordsOf({ language, phrases }: { language: string; phrases: Phrases }) {
  const plurals = new Intl.PluralRules(language);
  const numbers = phrases.numbers?.split(' ') ?? [];
  const say = (key: Key, values: Values = {}): string => {
    const phrase: Phrase = phrases[key];
    const { n } = values;
    const rule =
      typeof n !== 'number'
        ? 'other'
        : n === 0 && typeof phrase === 'object' && phrase.zero
          ? 'zero'
          : plurals.select(n);
    const text = typeof phrase === 'string' ? phrase : (phrase[rule] ?? phrase.other);
    return text.replace(/\{(\w+)\}/g, (whole, name: string) => {
      if (name !== 'w' && name !== 'W') return values[name] === undefined ? whole : String(values[name]);
      const word = (typeof n === 'number' ? numbers[n] : undefined) ?? String(n);
      return name === 'w' ? word : word.charAt(0).toUpperCase() + word.slice(1);
    });
  };
  // Why an answer cannot be taken, in this language; the core's own words in English.
  const faults: Partial<Record<string, string>> = phrases.faults ?? {};
  const fault = (code: string, message: string): string => faults[code] ?? message;
  return { say, fault, language };
}
export type Words = ReturnType<typeof wordsOf>;
