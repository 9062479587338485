import { commandOf, type GridState, type Pressed } from './keymap';
import { at } from './selection';

const state = (more: Partial<GridState> = {}): GridState => ({
  selection: at(1, 1),
  size: { rows: 3, columns: 3 },
  isTyping: false,
  isRightColumn: false,
  value: 2,
  ...more,
});
const press = (key: string, more: Partial<Pressed> = {}): Pressed => ({
  key,
  shift: false,
  ctrl: false,
  alt: false,
  ...more,
});

describe('a key of the grid', () => {
  it.each([
    ['ArrowDown', {}, { do: 'go', to: at(2, 1) }],
    ['Enter', {}, { do: 'type', text: '2' }],
    ['F2', {}, { do: 'type', text: '2' }],
    ['7', {}, { do: 'type', text: '7' }],
    ['−', {}, { do: 'type', text: '−' }],
    ['7', { alt: true }, null],
    ['Delete', {}, { do: 'fill', value: 0, isEmptied: true }],
    ['d', { ctrl: true }, { do: 'fill-down' }],
    ['r', { ctrl: true }, { do: 'fill-right' }],
    ['c', { ctrl: true }, null],
    ['y', {}, null],
    [' ', {}, null],
  ] as const)('%s %j', (key, more, command) => {
    expect(commandOf(press(key, more), state())).toEqual(command);
  });

  it.each([
    ['y', 1],
    ['M', 0.5],
    ['n', 0],
    ['1', 1],
    [' ', 1],
  ])('says what is right: %s', (key, value) => {
    expect(commandOf(press(key), state({ isRightColumn: true }))).toEqual({ do: 'fill', value });
  });

  it('takes back what is right, and leaves it alone with Ctrl', () => {
    const right = state({ isRightColumn: true, value: 1 });
    expect(commandOf(press(' '), right)).toEqual({ do: 'fill', value: 0 });
    expect(commandOf(press('y', { ctrl: true }), right)).toBeNull();
  });
});

describe('while a number is typed', () => {
  it.each([
    ['Enter', {}, { do: 'keep', to: at(2, 1) }],
    ['Tab', {}, { do: 'keep', to: at(1, 2) }],
    ['Tab', { shift: true }, { do: 'keep', to: at(1, 0) }],
    ['Escape', {}, { do: 'give-up' }],
    ['ArrowLeft', {}, null],
    ['5', {}, null],
  ] as const)('%s %j', (key, more, command) => {
    expect(commandOf(press(key, more), state({ isTyping: true }))).toEqual(command);
  });

  it('keeps one cell chosen, also of many', () => {
    const many = state({ isTyping: true, selection: { anchor: { row: 0, column: 0 }, active: { row: 1, column: 1 } } });
    expect(commandOf(press('Enter'), many)).toEqual({ do: 'keep', to: at(2, 1) });
  });
});
