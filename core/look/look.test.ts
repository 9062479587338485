import fc from 'fast-check';
import { READY } from '../schema/look';
import { contrast } from './contrast';
import { coloursOf, cornersOf, dressOf, typeOf } from './dress';
import { fonts } from './fonts';
import { isEnough, measured, mend, mendedColour, PAIRS } from './mend';
import { type Colours, readyLooks, ROLES } from './ready';

const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0').toUpperCase()}`);
const anyColours: fc.Arbitrary<Colours> = fc.record(
  Object.fromEntries(ROLES.map((role) => [role, colour])) as Record<(typeof ROLES)[number], typeof colour>,
);

describe.each(READY)('the look %s', (ready) => {
  it('can be read, each pair of its colours', () => {
    expect(measured(coloursOf({ ready })).filter((pair) => !isEnough(pair))).toEqual([]);
  });
  it('names families that ship, and has a name and a mood of its own', () => {
    const { heading, text } = typeOf({ ready });
    expect([fonts[heading].name, fonts[text].name]).not.toContain(undefined);
    for (const field of ['name', 'mood'] as const)
      expect(READY.filter((other) => readyLooks[other][field] === readyLooks[ready][field])).toEqual([ready]);
  });
  it('is told apart from every other by more than one colour', () => {
    const colours = coloursOf({ ready });
    for (const other of READY.filter((one) => one !== ready)) {
      const there = coloursOf({ ready: other });
      expect(ROLES.filter((role) => colours[role] !== there[role]).length).toBeGreaterThan(3);
    }
  });
});

describe('what is mended', () => {
  it('can be told apart, whatever the colours were, and one mended pair spoils no other', () => {
    fc.assert(
      fc.property(anyColours, (colours) => {
        const mended = { ...colours };
        for (const pair of PAIRS) mended[pair.front] = mend(mended, pair);
        expect(measured(mended).filter((pair) => !isEnough(pair))).toEqual([]);
      }),
    );
  });
  it('is left as it is where it was enough', () => {
    fc.assert(
      fc.property(colour, colour, (front, back) => {
        fc.pre(contrast(front, back) >= 4.5);
        expect(mendedColour(front, back, 4.5)).toBe(front);
      }),
    );
  });
  it('moves no further than it must', () => {
    // A grey a little too light for white becomes a grey a little darker.
    const mended = mendedColour('#808080', '#FFFFFF', 4.5);
    expect(contrast(mended, '#FFFFFF')).toBeGreaterThanOrEqual(4.5);
    expect(contrast(mended, '#FFFFFF')).toBeLessThan(4.7);
    // A light red on red is lightened: that way is shorter.
    expect(contrast(mendedColour('#FFB0A0', '#B5432C', 4.5), '#000000')).toBeGreaterThan(
      contrast('#FFB0A0', '#000000'),
    );
  });
});

describe('a dress', () => {
  it('is the ready look, with what is its own', () => {
    const look = {
      ready: 'meadow' as const,
      colours: { button: '#123456' },
      type: { heading: 'oswald' as const, size: 'large' as const },
      shape: {
        corners: 'round' as const,
        lines: 'none' as const,
        shadow: 'hard' as const,
        rows: 'close' as const,
        width: 'wide' as const,
      },
      layout: {
        picture: 'beside' as const,
        columns: 'two' as const,
        marks: 'letters' as const,
        progress: 'line' as const,
      },
    };
    const { ready, style, attributes } = dressOf(look);
    expect(ready).toBe('meadow');
    expect(style).toMatchObject({
      '--v-paper': '#FFFDF7',
      '--v-button': '#123456',
      '--v-progress': '#123456',
      '--v-heading': expect.stringContaining('Oswald') as string,
      '--v-text': expect.stringContaining('Figtree') as string,
      '--v-radius': '22px',
      '--v-line-width': '0px',
      '--v-size': '1.12',
      '--v-width': '860px',
    });
    expect(attributes).toEqual({
      'data-look': 'meadow',
      'data-lines': 'none',
      'data-shadow': 'hard',
      'data-rows': 'close',
      'data-picture': 'beside',
      'data-columns': 'two',
      'data-marks': 'letters',
      'data-progress': 'line',
    });
  });
  it('of nothing is the plain one, without a word more', () => {
    expect(dressOf({}).attributes).toEqual({ 'data-look': 'chalk' });
    expect(cornersOf({})).toBe('straight');
  });
  it('is readable where words stand on colours that no pair names', () => {
    fc.assert(
      fc.property(anyColours, (colours) => {
        const { style } = dressOf({ colours });
        for (const [words, ground] of [
          [style['--v-on-mark'], colours.chosen],
          [style['--v-on-line'], colours.track],
          [style['--v-on-ground'], colours.ground],
          [style['--v-wrong'], colours.paper],
        ])
          expect(contrast(words ?? '', ground ?? '')).toBeGreaterThanOrEqual(4.5);
      }),
    );
  });
});
