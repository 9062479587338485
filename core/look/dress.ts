/** How a quiz is drawn: its ready look, with what its creator has made their own. */
import type { Picture, Quiz } from '../schema/quiz';
import { given } from '../values/given';
import { contrast } from './contrast';
import { familyOf, type FontId } from './fonts';
import { darkened, mendedColour } from './mend';
import { READY } from '../schema/look';
import { type Colours, type Corners, type Ready, readyLooks, ROLES } from './ready';

type Look = Quiz['look'];

/** What the visitor's page needs of a look: custom properties, and words for its style sheet to choose by. */
export type Dress = {
  ready: Ready;
  style: Record<`--v-${string}`, string>;
  attributes: Record<`data-${string}`, string>;
  /** On top of each page. */
  logo?: Picture;
  band?: Picture;
  /** Custom properties that take the place of those of `style` where the page around is dark. */
  dark?: Record<`--v-${string}`, string>;
  /** CSS of its own, that reaches the quiz alone. */
  css?: string;
};

export const readyOf = (look: Look): Ready => look.ready ?? READY[0];

/** The colours of a look, all of them. */
export function coloursOf(look: Look): Colours {
  const { colours } = readyLooks[readyOf(look)];
  const own = look.colours ?? {};
  return Object.fromEntries(ROLES.map((role) => [role, own[role] ?? colours[role]])) as Colours;
}

export const typeOf = (look: Look): { heading: FontId; text: FontId } => {
  const { heading, text } = readyLooks[readyOf(look)];
  return { heading: look.type?.heading ?? heading, text: look.type?.text ?? text };
};
export const cornersOf = (look: Look): Corners => look.shape?.corners ?? readyLooks[readyOf(look)].corners;

/** px of a corner of the sheet; what stands in it has half. */
const RADIUS: Record<Corners, string> = { straight: '0px', soft: '8px', round: '22px' };
const LINES = { none: '0px', fine: '1px', bold: '2px' };
const SIZE = { small: '0.92', ordinary: '1', large: '1.12' };
/** px, of the sheet alone on a page or in somebody's text. */
const WIDTH = { narrow: '540px', ordinary: '688px', wide: '860px' };

/** A red that can be read on the sheet. */
const wrongOn = (paper: string): string => mendedColour('#B23A2A', paper, 4.5);

/** What of the look's own colours is read best on a ground; black or white where none of them can be. */
export function readableOn(ground: string, { ink, paper }: Pick<Colours, 'ink' | 'paper'>): string {
  const better = (a: string, b: string) => (contrast(b, ground) > contrast(a, ground) ? b : a);
  const own = better(ink, paper);
  return contrast(own, ground) >= 4.5 ? own : better('#000000', '#FFFFFF');
}

/** Custom properties of the colours. */
const inColours = (colours: Colours): Dress['style'] => ({
  '--v-ground': colours.ground,
  '--v-paper': colours.paper,
  '--v-ink': colours.ink,
  '--v-soft': colours.quiet,
  '--v-line': colours.track,
  '--v-mark': colours.chosen,
  '--v-button': colours.button,
  '--v-on-button': colours.onButton,
  '--v-progress': colours.button,
  '--v-wrong': wrongOn(colours.paper),
  // The ring stands between ink and what is behind; it is seen beside either.
  '--v-focus': contrast(colours.chosen, colours.paper) >= 3 ? colours.chosen : colours.ink,
  '--v-on-ground': readableOn(colours.ground, colours),
  '--v-on-mark': readableOn(colours.chosen, colours),
  '--v-on-line': readableOn(colours.track, colours),
});

const TOWARDS = { down: 'to bottom', across: 'to right', aslant: 'to bottom right' };
const VEIL = 40;

/** A picture's address as CSS has it; what could end the string is written out. */
const urlOf = (source: string): string => `url("${source.replace(/["\\\n\r\f]/g, encodeURIComponent)}")`;

/** What lies behind the sheet; undefined where it is the ground alone. */
function backOf({ background = {} }: Look, { ground }: Colours): string | undefined {
  const { to, towards = 'down', picture, veil = VEIL } = background;
  if (picture === undefined) return to && `linear-gradient(${TOWARDS[towards]}, ${ground}, ${to})`;
  const over = (colour: string) => `color-mix(in srgb, ${colour} ${veil}%, transparent)`;
  return `linear-gradient(${TOWARDS[towards]}, ${over(ground)}, ${over(to ?? ground)}), ${urlOf(picture)} center / cover`;
}

/** Whether words on the sheet are light. */
export const isDark = ({ ink, paper }: Colours): boolean => contrast(ink, '#000000') > contrast(paper, '#000000');

export function dressOf(look: Look): Dress {
  const colours = coloursOf(look);
  const { header = {}, embed = {}, motion = 'none' } = look;
  const back = backOf(look, colours);
  const { heading, text } = typeOf(look);
  const shape = look.shape ?? {};
  const layout = look.layout ?? {};
  const corners = cornersOf(look);
  return {
    ready: readyOf(look),
    style: {
      ...inColours(colours),
      ...(back === undefined ? {} : { '--v-back': back }),
      '--v-heading': familyOf(heading),
      '--v-text': familyOf(text),
      '--v-radius': RADIUS[corners],
      '--v-line-width': LINES[shape.lines ?? 'fine'],
      '--v-size': SIZE[look.type?.size ?? 'ordinary'],
      '--v-width': WIDTH[shape.width ?? 'ordinary'],
    },
    attributes: {
      'data-look': readyOf(look),
      ...(look.type?.weight ? { 'data-weight': look.type.weight } : {}),
      ...(shape.lines === 'none' ? { 'data-lines': 'none' } : {}),
      ...(shape.shadow && shape.shadow !== 'none' ? { 'data-shadow': shape.shadow } : {}),
      ...(shape.rows === 'close' ? { 'data-rows': 'close' } : {}),
      ...(shape.align === 'middle' ? { 'data-align': 'middle' } : {}),
      ...(layout.picture && layout.picture !== 'above' ? { 'data-picture': layout.picture } : {}),
      ...(layout.columns === 'two' ? { 'data-columns': 'two' } : {}),
      ...(layout.marks && layout.marks !== 'none' ? { 'data-marks': layout.marks } : {}),
      ...(layout.progress && layout.progress !== 'both' ? { 'data-progress': layout.progress } : {}),
      ...(layout.numbers ? { 'data-numbers': '' } : {}),
      ...(motion === 'none' ? {} : { 'data-motion': motion }),
      ...(header.at === 'middle' ? { 'data-logo': 'middle' } : {}),
      ...(isDark(colours) ? { 'data-dark': '' } : {}),
      ...(back === undefined ? {} : { 'data-back': '' }),
      ...(embed.plain ? { 'data-plain': '' } : {}),
      ...(embed.type ? { 'data-type': embed.type } : {}),
    },
    ...given('logo', header.logo),
    ...given('band', header.band),
    ...(embed.scheme && !isDark(colours) ? { dark: inColours(darkened(colours)) } : {}),
  };
}
