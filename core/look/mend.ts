/** Pairs of colours that must be told apart, and how one of them is mended (WCAG 2.2, success criteria 1.4.3 and 1.4.11). */
import { clampChroma, formatHex, modeLrgb, modeOklab, modeOklch, modeRgb, useMode } from 'culori/fn';
import { contrast } from './contrast';
import type { Colours, Role } from './ready';

export type Pair = {
  name: string;
  front: Role;
  back: Role;
  /** The least ratio: 4.5 for words, 3 for what is no words. */
  needs: number;
};

/** The front of each is in front in no other pair, so that all can be mended one after the other. */
export const PAIRS: readonly Pair[] = [
  { name: 'Words on the sheet', front: 'ink', back: 'paper', needs: 4.5 },
  { name: 'Quiet words on the sheet', front: 'quiet', back: 'paper', needs: 4.5 },
  { name: 'Word on the button', front: 'onButton', back: 'button', needs: 4.5 },
  { name: 'Chosen answer on the sheet', front: 'chosen', back: 'paper', needs: 3 },
  { name: 'Progress on its track', front: 'track', back: 'button', needs: 3 },
];

export type Measured = Pair & { is: number };

/** All pairs with what they have, the weakest first by what it lacks. */
export const measured = (colours: Colours): Measured[] =>
  PAIRS.map((pair) => ({ ...pair, is: contrast(colours[pair.front], colours[pair.back]) })).sort(
    (a, b) => a.is / a.needs - b.is / b.needs,
  );

/** Whether a pair can be told apart. What is shown to one decimal is not rounded up to enough. */
export const isEnough = ({ is, needs }: Measured): boolean => is >= needs;

// Each way to write a colour is taken in by itself, so that no other is carried along.
for (const mode of [modeRgb, modeLrgb, modeOklab]) useMode(mode);
const toOklch = useMode(modeOklch);
/** Steps of lightness, of which the nearest that is enough is taken. */
const STEPS = 200;

/**
 * The colour of the same hue that is nearest in lightness and can be told apart from `back`. Black or white always can, up to 4.58.
 * @param needs a ratio of at most 4.5
 */
export function mendedColour(front: string, back: string, needs: number): string {
  if (contrast(front, back) >= needs) return front;
  const from = toOklch(front);
  const start = from?.l ?? 0;
  for (let step = 1; step <= STEPS; step++) {
    for (const l of [start - step / STEPS, start + step / STEPS]) {
      if (l < 0 || l > 1) continue;
      const tried = formatHex(
        clampChroma({ mode: 'oklch', l, c: from?.c ?? 0, ...(from?.h === undefined ? {} : { h: from.h }) }, 'oklch'),
      );
      if (contrast(tried, back) >= needs) return tried.toUpperCase();
    }
  }
  return contrast('#000000', back) >= contrast('#FFFFFF', back) ? '#000000' : '#FFFFFF';
}

/** The least contrast at which a plane is seen beside another; words on it have theirs. */
const SEEN = 1.5;

/** Words and sheets are nearly grey in the dark: what is strong there glares. */
const MOST_CHROMA = 0.035;

/** The same hue, as light as it was dark: between what is nearly black and nearly white. @param tint whose hue a grey takes @param least lightness */
function turned(colour: string, tint: string, least = 0): string {
  const { l, c, h } = toOklch(colour) ?? { l: 0, c: 0 };
  const hue = c < 0.01 ? toOklch(tint)?.h : h;
  const strength = Math.min(Math.max(c, hue === undefined ? 0 : 0.015), MOST_CHROMA);
  const lightness = Math.max(least, 0.2 + 0.78 * (1 - l));
  const to = { mode: 'oklch' as const, l: lightness, c: strength, ...(hue === undefined ? {} : { h: hue }) };
  return formatHex(clampChroma(to, 'oklch')).toUpperCase();
}

/** Light colours for the dark: ground, sheet and words turned over, each pair mended. */
export function darkened(colours: Colours): Colours {
  const dark = { ...colours };
  for (const role of ['ground', 'paper', 'track'] as const) dark[role] = turned(colours[role], colours.ink);
  dark.ink = turned(colours.ink, colours.ink, 0.93);
  dark.quiet = turned(colours.quiet, colours.ink, 0.8);
  // A dark button would be lost on a dark sheet.
  if (contrast(dark.button, dark.paper) < SEEN) [dark.button, dark.onButton] = [dark.ink, dark.paper];
  return allMended(dark);
}

/** Colours of which every pair can be told apart: the fronts mended one after the other. */
export function allMended(colours: Colours): Colours {
  const made = { ...colours };
  for (const pair of PAIRS) made[pair.front] = mend(made, pair);
  return made;
}

/** What mending a pair makes of its front. */
export const mend = (colours: Colours, { front, back, needs }: Pair): string =>
  mendedColour(colours[front], colours[back], needs);
