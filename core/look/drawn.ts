/** Colours for a quiz, drawn from those of a picture. */
import { clampChroma, formatHex, modeOklch, modeRgb, useMode } from 'culori/fn';
import { allMended } from './mend';
import type { Colours } from './ready';

/** A colour of a picture, `#RRGGBB`, and how much of the picture it takes, 0..1. */
export type Found = { hex: string; area: number };
export type DrawnSet = { name: string; colours: Colours };

useMode(modeRgb);
const toOklch = useMode(modeOklch);

type Tone = { h: number; c: number; l: number };

const toneOf = (hex: string): Tone => {
  const { h = 0, c = 0, l = 0 } = toOklch(hex) ?? {};
  return { h, c, l };
};

/** A colour of a hue, as light and as strong as it is asked for. */
const shade = ({ h, c }: Tone, l: number, most: number): string =>
  formatHex(clampChroma({ mode: 'oklch', l, c: Math.min(c, most), h }, 'oklch')).toUpperCase();

/** The largest colour, and the strongest that is more than a speck. */
function tonesOf(found: readonly Found[]): { base: Tone; accent: Tone } {
  const bySize = [...found].sort((a, b) => b.area - a.area).map(({ hex, area }) => ({ ...toneOf(hex), area }));
  const strength = ({ c, area }: { c: number; area: number }) => c * area ** 0.25;
  const [base = { h: 0, c: 0, l: 1, area: 1 }] = bySize;
  const accent = [...bySize].sort((a, b) => strength(b) - strength(a))[0] ?? base;
  return { base, accent };
}

/** Sets of colours to choose from, of whose pairs every one can be told apart. @param found the colours of a picture; none make it grey */
export function setsFrom(found: readonly Found[]): DrawnSet[] {
  const { base, accent } = tonesOf(found);
  const set = (name: string, colours: Colours): DrawnSet => ({ name, colours: allMended(colours) });
  const press = shade(accent, Math.min(accent.l, 0.52), 0.2);
  return [
    set('On white', {
      ground: shade(base, 0.95, 0.03),
      paper: '#FFFFFF',
      ink: shade(base, 0.25, 0.05),
      quiet: shade(base, 0.48, 0.04),
      chosen: press,
      button: press,
      onButton: '#FFFFFF',
      track: shade(base, 0.86, 0.04),
    }),
    set('Tinted', {
      ground: shade(base, 0.84, 0.08),
      paper: shade(base, 0.94, 0.05),
      ink: shade(base, 0.24, 0.06),
      quiet: shade(base, 0.42, 0.06),
      chosen: shade(base, 0.36, 0.1),
      button: press,
      onButton: shade(base, 0.98, 0.02),
      track: shade(base, 0.8, 0.07),
    }),
    set('In the dark', {
      ground: shade(base, 0.17, 0.05),
      paper: shade(base, 0.25, 0.06),
      ink: shade(base, 0.96, 0.02),
      quiet: shade(base, 0.82, 0.04),
      chosen: shade(accent, Math.max(accent.l, 0.78), 0.16),
      button: shade(accent, Math.max(accent.l, 0.78), 0.16),
      onButton: shade(base, 0.2, 0.05),
      track: shade(base, 0.42, 0.05),
    }),
  ];
}
