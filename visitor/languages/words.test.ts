import { languages, likedBest, spokenIn } from '.';
import { en, type Key, type Phrase } from './phrases';
import { wordsOf } from './say';

const texts = (phrase: Phrase): string[] => (typeof phrase === 'string' ? [phrase] : Object.values(phrase));
/** What a phrase is filled in with; a number in words is still the number. */
const holes = (phrase: Phrase): string[] =>
  [
    ...new Set(
      texts(phrase).flatMap((t) =>
        [...t.matchAll(/\{(\w+)\}/g)].map(([, name]) => (name === 'w' || name === 'W' ? 'n' : name)),
      ),
    ),
  ]
    .map(String)
    .sort();
const keys = (Object.keys(en) as (Key | 'numbers')[]).filter((key) => key !== 'numbers');

describe.each(languages.filter((language) => language !== 'en'))('the words in %s', (language) => {
  const { phrases } = spokenIn(language);
  it.each(keys)('say all of “%s” that English says', (key) => {
    expect(texts(phrases[key]).every((t) => t.trim() !== '')).toBe(true);
    expect(holes(phrases[key])).toEqual(holes(en[key]));
  });
  it('have eleven numbers where they have any, and a word for every fault', () => {
    if (phrases.numbers) expect(phrases.numbers.split(' ')).toHaveLength(11);
    expect(Object.values(phrases.faults ?? {}).filter((t) => t.trim())).toHaveLength(14);
  });
});

describe('what is said', () => {
  const say = (language: string, key: Key, values?: Record<string, string | number>) =>
    wordsOf(spokenIn(language)).say(key, values);
  test.each<[string, Key, Record<string, string | number>, string]>([
    ['en', 'chosen', { n: 2 }, 'Two chosen,'],
    ['en', 'choose', { n: 12 }, 'Choose 12'],
    ['en', 'partsLeft', { n: 1 }, 'One part to go'],
    ['en', 'others', { n: 0 }, 'Nobody has answered this yet'],
    ['en', 'changeOf', { what: '$& {n}' }, 'Change the answer to $& {n}'],
    ['de', 'chooseMore', { n: 3 }, 'Wähle noch drei'],
    ['es', 'toGo', { n: 1 }, 'falta una'],
    ['ar', 'partsLeft', { n: 2 }, 'بقي جزآن'],
    ['ar', 'partsLeft', { n: 5 }, 'بقيت 5 أجزاء'],
    ['de-AT', 'next', {}, 'Weiter'],
    ['sw', 'next', {}, 'Next'],
  ])('in %s, of %s', (language, key, values, words) => {
    expect(say(language, key, values)).toBe(words);
  });

  it('is in the creator’s own words where there are any, and nothing else is', () => {
    const { phrases } = spokenIn('de', { next: 'Los!', back: ' ', nonsense: 'x' });
    expect([phrases.next, phrases.back]).toEqual(['Los!', 'Zurück']);
    expect(phrases).not.toHaveProperty('nonsense');
  });

  it('tells faults in its language, and in English as exactly as the core does', () => {
    expect(wordsOf(spokenIn('de')).fault('required', 'Please choose 2.')).toBe('Bitte beantworte dies.');
    expect(wordsOf(spokenIn('en')).fault('required', 'Please choose 2.')).toBe('Please choose 2.');
    expect(wordsOf(spokenIn('de')).fault('finished', 'It is over.')).toBe('It is over.');
  });
});

test.each([
  ['de-AT,de;q=0.9,en;q=0.8', 'de-AT'],
  ['da, cs;q=0.9, fr;q=0.5, nl;q=0.7', 'nl'],
  ['en;q=0, es', 'es'],
  ['AR', 'AR'],
  ['*', 'en'],
  ['da', 'en'],
  ['', 'en'],
  [null, 'en'],
  [';;q=x,,', 'en'],
])('of %j, %s is spoken', (accepted, language) => {
  expect(likedBest(accepted, 'en')).toBe(language);
});
