import { readNumber } from '../edits/measures';
import { at, laid, moved, rangeOf, readTable } from './selection';

const size = { rows: 4, columns: 3 };
const key = (name: string, more: { shift?: boolean; ctrl?: boolean } = {}) => ({
  key: name,
  shift: false,
  ctrl: false,
  ...more,
});

describe('moving about the grid', () => {
  test.each<[string, ReturnType<typeof key>, [number, number]]>([
    ['down', key('ArrowDown'), [2, 1]],
    ['up', key('ArrowUp'), [0, 1]],
    ['to the last row', key('ArrowDown', { ctrl: true }), [3, 1]],
    ['to the end of the row', key('End'), [1, 2]],
    ['to the first cell', key('Home', { ctrl: true }), [0, 0]],
    ['a page down, no further than there is', key('PageDown'), [3, 1]],
  ])('%s', (_name, pressed, [row, column]) => {
    expect(moved(at(1, 1), pressed, size)?.active).toEqual({ row, column });
  });
  it('stays where it is at the edge, and ignores other keys', () => {
    expect(moved(at(0, 0), key('ArrowLeft'), size)?.active).toEqual({ row: 0, column: 0 });
    expect(moved(at(0, 0), key('x'), size)).toBeNull();
  });
  it('extends with shift', () => {
    const extended = moved(
      moved(at(1, 1), key('ArrowDown', { shift: true }), size) ?? at(0, 0),
      key('ArrowLeft', { shift: true }),
      size,
    );
    expect(extended && rangeOf(extended)).toEqual({ top: 1, bottom: 2, left: 0, right: 1 });
  });
});

describe('pasting', () => {
  it('reads what a spreadsheet puts on the clipboard', () => {
    expect(readTable('1\t2,5\r\n\t−3\r\n', readNumber)).toEqual([
      [1, 2.5],
      [0, -3],
    ]);
    expect(readTable('1\tdrifter', readNumber)).toBeNull();
  });
  it('lays a block from the corner, cut at the edge', () => {
    expect(
      laid(
        [
          [1, 2],
          [3, 4],
        ],
        { top: 3, bottom: 3, left: 1, right: 1 },
        size,
      ),
    ).toEqual([
      { row: 3, column: 1, value: 1 },
      { row: 3, column: 2, value: 2 },
    ]);
  });
  it('fills a range with one value', () => {
    expect(laid([[7]], { top: 0, bottom: 1, left: 0, right: 0 }, size).map((c) => c.value)).toEqual([7, 7]);
  });
});
