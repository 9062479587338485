/**
 * The families that looks may name, for visitors' pages: of each the Latin part (`scripts/fonts.mjs`), with a fallback of the same measures, so
 * that nothing shifts when it arrives. A page loads those alone that its look names, and asks for them before anything is drawn. Letters beyond
 * Latin come from three of them, under their own name, or from the device.
 */
import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import { preload } from 'react-dom';
import addresses from '../../built/fonts/addresses.json';
import '../../built/fonts/families.css';
import { typeOf } from '../../core/look/dress';
import type { Quiz } from '../../core/schema/quiz';

/** Asks for the families of a look at once: a style sheet would ask for them when something is drawn in them. */
export function preloadType(look: Quiz['look']): void {
  const { heading, text } = typeOf(look);
  for (const id of new Set([heading, text]))
    preload(addresses[id], { as: 'font', type: 'font/woff2', crossOrigin: 'anonymous' });
}
