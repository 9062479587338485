/** A quiz that follows the page around it: its type, and whether it is dark. */
import { fieldOf, isObject } from '../../core/values/unknown';
import type { Dress } from '../../core/look/dress';

/** Names of families alone: what a page says goes into a style sheet of ours. */
const FAMILIES = /^[\p{L}\p{N}\s"',_-]{1,300}$/u;

/**
 * Asks the page around what it wears, and hears when that changes.
 * @param wear is given the dress as it is to be worn there
 * @returns what ends it
 */
export function followHostPage(dress: Dress, wear: (dress: Dress) => void): () => void {
  const hear = ({ source, data }: MessageEvent<unknown>) => {
    if (source !== window.parent || fieldOf(data, 'yesMaybe') !== 1) return;
    const worn = fieldOf(data, 'wears');
    if (isObject(worn)) wear(wornThere(dress, worn));
  };
  window.addEventListener('message', hear);
  window.parent.postMessage({ yesMaybe: 1, wears: true }, '*');
  return () => window.removeEventListener('message', hear);
}

/** @param worn what the page around says: `type`, font families as CSS has them, and `dark` */
export function wornThere(dress: Dress, { type, dark }: Record<string, unknown>): Dress {
  const isTyped = dress.attributes['data-type'] === 'page' && typeof type === 'string' && FAMILIES.test(type);
  const isDark = dark === true && dress.dark !== undefined;
  return {
    ...dress,
    style: {
      ...dress.style,
      ...(isTyped ? { '--v-heading': type, '--v-text': type } : {}),
      ...(isDark ? dress.dark : {}),
    },
    attributes: { ...dress.attributes, ...(isDark ? { 'data-dark': '' } : {}) },
  };
}
