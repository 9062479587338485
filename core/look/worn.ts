/** All that a quiz wears: its dress, and the CSS of its own as far as it may be used. */
import type { Quiz } from '../schema/quiz';
import { type Dress, dressOf } from './dress';
import { ownCss } from './own-css';

/** Documents never change in place, and this is asked with every page. */
const known = new WeakMap<Quiz['look'], Dress>();

export function wornBy(look: Quiz['look']): Dress {
  const made = known.get(look) ?? { ...dressOf(look), ...(look.css ? { css: ownCss(look.css).css } : {}) };
  known.set(look, made);
  return made;
}
