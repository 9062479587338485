import fc from 'fast-check';
import { rowAt, scrollTo, stacked, windowOf } from './window';

const heights = stacked([56, 26, 26, 56, 26]);

test.each([
  [-50, 0],
  [0, 0],
  [55, 0],
  [56, 1],
  [107, 2],
  [108, 3],
  [1e6, 4],
])('at %d px stands row %d', (y, row) => {
  expect(rowAt(heights, y)).toBe(row);
});

test('what is drawn and what is left out make up the whole', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 300 }),
      fc.integer({ min: -100, max: 20_000 }),
      fc.integer({ min: 0, max: 900 }),
      (list, top, height) => {
        const all = stacked(list);
        const { first, last, above, below } = windowOf(all, { top, height }, 100);
        const drawn = list.slice(first, last + 1).reduce((sum, h) => sum + h, 0);
        expect(above + drawn + below).toBe(all.tops.at(-1));
        // Whatever is in view is drawn.
        list.forEach((h, i) => {
          const y = all.tops[i] ?? 0;
          if (y + h > top && y < top + height) expect(i >= first && i <= last).toBe(true);
        });
      },
    ),
  );
  expect(windowOf(stacked([]), { top: 0, height: 100 }, 10)).toEqual({ first: 0, last: -1, above: 0, below: 0 });
});

test.each([
  [0, { top: 60, height: 100 }, 0],
  [4, { top: 0, height: 100 }, 90],
  [2, { top: 50, height: 100 }, null],
])('row %d is brought into view', (row, view, to) => {
  expect(scrollTo(heights, row, view)).toBe(to);
});
