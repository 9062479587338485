import fc from 'fast-check';
import { contrast } from './contrast';
import { isDark } from './dress';
import { setsFrom } from './drawn';
import { allMended, darkened, isEnough, measured } from './mend';
import { type Colours, readyLooks, ROLES } from './ready';

const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0').toUpperCase()}`);
const colours = fc.record(Object.fromEntries(ROLES.map((role) => [role, colour]))) as fc.Arbitrary<Colours>;
const legible = (all: Colours) => measured(all).filter((pair) => !isEnough(pair));

test('whatever colours a picture has, every pair of each set can be told apart', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ hex: colour, area: fc.double({ min: 0, max: 1, noNaN: true }) }), { maxLength: 12 }),
      (found) => {
        for (const set of setsFrom(found)) expect([set.name, legible(set.colours)]).toEqual([set.name, []]);
      },
    ),
  );
});

test('the strongest colour is what is pressed, and the largest tints the rest', () => {
  const [white, , dark] = setsFrom([
    { hex: '#2F6690', area: 0.8 },
    { hex: '#D1663B', area: 0.15 },
    { hex: '#FF0000', area: 0.0001 },
  ]).map(({ colours: all }) => all);
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => parseInt((white?.button ?? '').slice(at, at + 2), 16));
  expect(r > g && g > b).toBe(true);
  expect(parseInt((dark?.paper ?? '').slice(5), 16)).toBeGreaterThan(parseInt((dark?.paper ?? '').slice(1, 3), 16));
});

test('mended one after the other, no pair of any colours stays below what it needs', () => {
  fc.assert(fc.property(colours, (all) => expect(legible(allMended(all))).toEqual([])));
});

test.each(Object.entries(readyLooks))('%s is dark in the dark, and legible', (_, look) => {
  const dark = isDark(look.colours) ? look.colours : darkened(look.colours);
  expect(isDark(dark)).toBe(true);
  expect(legible(dark)).toEqual([]);
  // The button is seen on the sheet.
  expect(contrast(dark.button, dark.paper)).toBeGreaterThanOrEqual(1.5);
});
