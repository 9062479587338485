import fc from 'fast-check';
import type { Panel } from '../../../contract/boards';
import { COLUMNS } from '../../../core/stats/boards';
import { inOrder, LOWEST, moved, NARROWEST, settled, sized, withNew } from './arrange';

const panel = (id: string, [x, y, w, h]: [number, number, number, number]): Panel => ({
  ...{ id, of: 'time', as: 'time', title: '', note: '', numbers: 'none' },
  ...{ x, y, w, h },
});
const places = (panels: Panel[]) => Object.fromEntries(panels.map(({ id, x, y, w, h }) => [id, [x, y, w, h]]));

const anyPanels = fc
  .array(fc.tuple(fc.nat(14), fc.nat(30), fc.integer({ min: 1, max: 14 }), fc.integer({ min: 1, max: 9 })), {
    maxLength: 12,
  })
  .map((all) => all.map((place, i) => panel(`p${i}`, place)));

describe('whatever is put on a board', () => {
  it('stands within the columns, over nothing else, and as far up as it can', () => {
    fc.assert(
      fc.property(anyPanels, (panels) => {
        const done = settled(panels);
        expect(done.map(({ id }) => id).sort()).toEqual(panels.map(({ id }) => id).sort());
        for (const one of done) {
          expect(one.x + one.w).toBeLessThanOrEqual(COLUMNS);
          const over = done.filter(
            (other) =>
              other !== one &&
              other.x < one.x + one.w &&
              one.x < other.x + other.w &&
              other.y < one.y + one.h &&
              one.y < other.y + other.h,
          );
          expect(over).toEqual([]);
          const holds = one.y === 0 || done.some((other) => other.y + other.h === one.y);
          expect(holds).toBe(true);
        }
        expect(settled(done)).toEqual(inOrder(done));
      }),
    );
  });
  it('is moved and sized without any being lost', () => {
    fc.assert(
      fc.property(
        anyPanels.filter((all) => all.length > 0),
        fc.constantFrom('left', 'right', 'up', 'down'),
        fc.constantFrom(moved, sized),
        (panels, to, change) => {
          const done = change(settled(panels), panels[0]?.id ?? '', to);
          expect(done.map(({ id }) => id).sort()).toEqual(panels.map(({ id }) => id).sort());
          for (const { x, y, w } of done)
            expect([x >= 0, Number.isInteger(y), x + w <= COLUMNS]).toEqual([true, true, true]);
        },
      ),
    );
  });
});

const two = [panel('a', [0, 0, 6, 4]), panel('b', [0, 4, 6, 8])];
it('passes the one below, and the one above', () => {
  expect(places(moved(two, 'a', 'down'))).toEqual({ b: [0, 0, 6, 8], a: [0, 8, 6, 4] });
  expect(places(moved(two, 'b', 'up'))).toEqual({ b: [0, 0, 6, 8], a: [0, 8, 6, 4] });
  expect(places(moved(two, 'a', 'up'))).toEqual(places(two));
  expect(places(moved(two, 'b', 'down'))).toEqual(places(two));
});
it('goes aside, and up where there is room then', () => {
  const aside = ['right', 'right', 'right', 'right', 'right', 'right'] as const;
  expect(places(aside.reduce<Panel[]>((all, to) => moved(all, 'b', to), two))['b']).toEqual([6, 0, 6, 8]);
});
it('grows no wider than the board and shrinks no smaller than can be read', () => {
  const all = (to: 'left' | 'right' | 'up') =>
    Array.from({ length: 20 }).reduce<Panel[]>((p) => sized(p, 'a', to), two);
  expect(places(all('right'))['a']).toEqual([0, 0, COLUMNS, 4]);
  expect(places(all('left'))['a']).toEqual([0, 0, NARROWEST, 4]);
  expect(places(all('up'))['a']).toEqual([0, 0, 6, LOWEST]);
});
it('is put beside the last one, or below all', () => {
  const made = (panels: Panel[], as: Panel['as']) => places(withNew(panels, { id: 'n', of: 'x', as }))['n'];
  expect(made([], 'bars')).toEqual([0, 0, 6, 8]);
  expect(made([panel('a', [0, 0, 6, 8])], 'bars')).toEqual([6, 0, 6, 8]);
  expect(made([panel('a', [0, 0, 6, 8])], 'time')).toEqual([0, 8, 12, 8]);
});
