import { choice, option, page, quiz, result, strongest } from '../../tests/quizzes';
import type { Letter, Page } from '../schema/quiz';
import { letterFindings } from './letters';

const asks: Page = page('c', [
  { id: 'c', kind: 'contact', prompt: '', fields: [{ id: 'email', label: 'E-mail', format: 'email' }] },
]);
const findings = (letter: Partial<Letter>, pages: Page[] = [asks]) =>
  letterFindings(
    quiz([page('p', [choice('q', [option('a'), option('b')])]), ...pages, result()], {
      verdicts: [strongest('v', ['x'])],
      messages: [{ id: 'm', name: 'Result', to: 'visitor', subject: 'Words', body: 'Words', ...letter }],
    }),
    true,
  ).map(({ code, severity }) => `${severity} ${code}`);
const insert = (value: 'certificateLink' | 'name' | 'title') => ({
  type: 'doc' as const,
  content: [{ type: 'paragraph' as const, content: [{ type: 'insert' as const, attrs: { value, fallback: 'x' } }] }],
});

it.each<[string, Partial<Letter>, string[]]>([
  ['is right', {}, []],
  ['has no subject', { subject: '' }, ['error empty-text']],
  ['has no text', { body: '' }, ['error empty-text']],
  ['goes to addresses, of which there are none', { to: 'addresses' }, ['error mail-without-address']],
  ['goes to what is no address', { to: 'addresses', addresses: ['a@b.test', 'tea'] }, ['error mail-address']],
  ['tells a visitor of others', { gather: 'daily' }, ['error mail-gathered']],
  ['sends answers nowhere', { replyTo: 'tea' }, ['error mail-reply-to']],
  [
    'tells of many, and puts in a name',
    { to: 'me', gather: 'daily', body: insert('name') },
    ['warning mail-gathered-insert'],
  ],
  ['tells of many, and puts in the title', { to: 'me', gather: 'daily', body: insert('title') }, []],
  [
    'is for who has not finished, and asked too late',
    { unfinished: true, after: 24 },
    ['warning mail-unfinished-late'],
  ],
  [
    'is for who has not finished, at once',
    { unfinished: true },
    ['error mail-unfinished-at-once', 'warning mail-unfinished-late'],
  ],
  [
    'tells me of one who has not finished',
    { to: 'me', unfinished: true, after: 24 },
    ['error mail-unfinished', 'warning mail-unfinished-late'],
  ],
  ['leads to no certificate', { body: insert('certificateLink') }, ['warning mail-no-certificate']],
  [
    'is for nobody',
    {
      when: {
        all: [
          { answer: 'q', is: 'a' },
          { answer: 'q', is: 'b' },
        ],
      },
    },
    ['warning mail-never'],
  ],
  ['is for some', { when: { answer: 'q', is: 'a' } }, []],
  [
    'has a part for nobody',
    { when: { answer: 'q', is: 'a' }, parts: [{ id: 'p', showIf: { answer: 'q', is: 'b' }, body: 'x' }] },
    ['warning mail-part-never'],
  ],
])('a letter that %s', (_, letter, found) => {
  expect(findings(letter)).toEqual(found);
});

it('a letter to the visitor whom nobody asks for an address', () => {
  expect(findings({}, [])).toEqual(['error mail-without-address']);
  expect(findings({ to: 'me' }, [])).toEqual([]);
});
