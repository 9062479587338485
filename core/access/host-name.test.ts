import { hostNameIn, recordName } from './host-name';

test.each([
  ['quiz.slowspoke.test', 'quiz.slowspoke.test'],
  ['  https://Quiz.SlowSpoke.test/ ', 'quiz.slowspoke.test'],
  ['fragen.bäckerei.test', 'fragen.xn--bckerei-5wa.test'],
  ['a-b.c1.test', 'a-b.c1.test'],
])('%j is %s', (typed, host) => expect(hostNameIn(typed, 'yesmaybe.test')).toBe(host));

test.each([
  '',
  'localhost',
  'quiz.slowspoke.test:8080',
  'quiz.slowspoke.test/q/tourer',
  'quiz.slowspoke.test?x',
  'wren@slowspoke.test',
  '127.0.0.1',
  '0x7f.1',
  '[::1]',
  '-quiz.slowspoke.test',
  'quiz-.slowspoke.test',
  'quiz..test',
  'quiz.slowspoke.test.',
  'qu iz.test',
  'quiz.test\u0000.evil.test',
  `${'a'.repeat(64)}.test`,
  `${'a.'.repeat(130)}test`,
  'yesmaybe.test',
  'quiz.yesmaybe.test',
])('%j is no host name that quizzes can stand at', (typed) => expect(hostNameIn(typed, 'yesmaybe.test')).toBeNull());

test('whoever ends like us is not us', () => {
  expect(hostNameIn('notyesmaybe.test', 'yesmaybe.test')).toBe('notyesmaybe.test');
  expect(recordName('quiz.slowspoke.test')).toBe('_yes-maybe.quiz.slowspoke.test');
});
