import { lineCommand } from './line-keys';

const pressed = (key: string, more: Partial<Parameters<typeof lineCommand>[0]> = {}) => ({
  key,
  altKey: false,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  currentTarget: null,
  ...more,
});
const typed = { isEmpty: false, isBlank: false };
const blank = { isEmpty: true, isBlank: true };
/** Without words, but with a picture. */
const pictured = { isEmpty: true, isBlank: false };

test.each([
  ['Enter goes on to the next line', pressed('Enter'), typed, { do: 'nextLine' }],
  ['with Ctrl to the next question', pressed('Enter', { ctrlKey: true }), typed, { do: 'nextQuestion' }],
  ['with Command as well', pressed('Enter', { metaKey: true }), typed, { do: 'nextQuestion' }],
  ['with Alt it marks', pressed('Enter', { altKey: true }), typed, { do: 'mark' }],
  ['Backspace in words is the field’s own', pressed('Backspace'), typed, null],
  ['in a blank line it takes the line away', pressed('Backspace'), blank, { do: 'takeAway' }],
  ['but not one with a picture', pressed('Backspace'), pictured, null],
  ['a stroke in words is a letter', pressed('/'), typed, null],
  ['in an empty line it opens the kinds', pressed('/'), pictured, { do: 'openKinds' }],
  ['arrows alone go through the text', pressed('ArrowUp'), typed, null],
  ['with Alt they move the line up', pressed('ArrowUp', { altKey: true }), typed, { do: 'move', by: -1 }],
  ['and down', pressed('ArrowDown', { altKey: true }), typed, { do: 'move', by: 1 }],
  [
    'columns move to the right',
    pressed('ArrowRight', { altKey: true }),
    { ...typed, goesAcross: true },
    { do: 'move', by: 1 },
  ],
  ['and not down', pressed('ArrowDown', { altKey: true }), { ...typed, goesAcross: true }, null],
  ['letters are left to the field', pressed('a'), blank, null],
])('%s', (_, key, line, command) => {
  expect(lineCommand(key, line)).toEqual(command);
});
