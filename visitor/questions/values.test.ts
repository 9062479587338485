import { howMany } from './how-many';
import { spokenIn } from '../languages';
import { wordsOf } from '../languages/say';

const options = ['a', 'b', 'c', 'd'].map((id) => ({ id, text: id }));
const told = (min: number, max: number, language = 'en') =>
  howMany({ min, max, options }, wordsOf(spokenIn(language)).say);

describe('how many answers are to be chosen', () => {
  test.each<[number, number, string]>([
    [0, 4, 'Choose as many as you like'],
    [1, 4, 'Choose as many as you like'],
    [2, 4, 'Choose at least two'],
    [0, 3, 'Choose up to three'],
    [1, 3, 'Choose up to three'],
    [2, 3, 'Choose 2 to 3'],
    [3, 3, 'Choose three'],
    [1, 1, 'Choose one'],
  ])('from %d to %d of four', (min, max, words) => {
    expect(told(min, max)).toBe(words);
  });
  it('is told in the visitor’s language', () => {
    expect(['de', 'fr', 'ar'].map((language) => told(2, 3, language))).toEqual([
      'Wähle 2 bis 3',
      'Choisissez-en de 2 à 3',
      'اختر من 2 إلى 3',
    ]);
  });
});
