import { FAULT, languages, spokenIn } from '../../visitor/languages';
import { en } from '../../visitor/languages/phrases';
import { wordGroups } from './wording-places';

test('every word of the visitor’s side is in the list, once', () => {
  const listed = wordGroups.flatMap(({ keys }) => keys);
  const phrases = Object.keys(en).filter((key) => key !== 'numbers');
  const faults = Object.keys(spokenIn('de').phrases.faults ?? {}).map((fault) => `${FAULT}${fault}`);
  expect([...listed].sort()).toEqual([...phrases, ...faults].sort());
  expect(languages).toHaveLength(12);
});
