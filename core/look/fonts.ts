/** What the families that ship with the application are called. */
import type { FONTS } from '../schema/look';

export type FontId = (typeof FONTS)[number];

type Font = { name: string; /** what stands in until it has come */ generic: 'serif' | 'sans-serif' | 'monospace' };
export const fonts: Record<FontId, Font> = {
  figtree: { name: 'Figtree', generic: 'sans-serif' },
  'bricolage-grotesque': { name: 'Bricolage Grotesque', generic: 'sans-serif' },
  'source-serif-4': { name: 'Source Serif', generic: 'serif' },
  outfit: { name: 'Outfit', generic: 'sans-serif' },
  caveat: { name: 'Caveat', generic: 'serif' },
  nunito: { name: 'Nunito', generic: 'sans-serif' },
  bitter: { name: 'Bitter', generic: 'serif' },
  oswald: { name: 'Oswald', generic: 'sans-serif' },
  'red-hat-mono': { name: 'Red Hat Mono', generic: 'monospace' },
  fredoka: { name: 'Fredoka', generic: 'sans-serif' },
};

/** Families that have letters beyond Latin here, under their own name. */
const WIDE: readonly FontId[] = ['figtree', 'bricolage-grotesque', 'source-serif-4'];

/**
 * The families of a piece of CSS: on visitors' pages the Latin part under a name of ours, with a fallback of the same measures; in the studio
 * the family by its own name.
 */
export const familyOf = (id: FontId): string => {
  const { name, generic } = fonts[id];
  const own = id === 'source-serif-4' ? 'Source Serif 4 Variable' : `${name} Variable`;
  return [`var(--font-${id}, '${own}')`, ...(WIDE.includes(id) ? [`'${own}'`] : []), generic].join(', ');
};
