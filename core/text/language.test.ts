import { dayIn, listIn, numbered } from './language';

test.each([
  ['en', '2027-04-18', 'April 18, 2027'],
  ['de', '2027-04-18', '18. April 2027'],
  ['fr', '2027-03-01', '1 mars 2027'],
  ['en-US-US', '2027-04-18', 'April 18, 2027'],
  ['en', 'soon', 'soon'],
  ['en', '', ''],
])('in %s, the day %p is %p', (language, iso, words) => {
  expect(dayIn(language, iso)).toBe(words);
});

test.each([
  ['en', ['a'], 'a'],
  ['en', ['a', 'b'], 'a and b'],
  ['de', ['a', 'b', 'c'], 'a, b und c'],
  ['ar', ['أ', 'ب'], 'أ وب'],
  ['en', [], ''],
])('in %s, %p are listed as %p', (language, names, words) => {
  expect(listIn(language, names)).toBe(words);
});

it('numbers what has an order', () => {
  expect(numbered(['a tube, with air', 'a pump'])).toBe('1. a tube, with air, 2. a pump');
});
