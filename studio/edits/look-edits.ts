/** Edits of how a quiz looks: each of one part of it, so that two people can dress it at once. */
import type { Edit } from '../../core/document/edits';
import { mend, type Pair } from '../../core/look/mend';
import { coloursOf } from '../../core/look/dress';
import type { Colours, Ready, Role } from '../../core/look/ready';
import type { Quiz } from '../../core/schema/quiz';
import { setField } from './edits';

type Look = Quiz['look'];
type Part = 'background' | 'header' | 'colours' | 'type' | 'shape' | 'layout' | 'embed';
const parts: readonly Part[] = ['background', 'header', 'colours', 'type', 'shape', 'layout', 'embed'];

/** What a creator has set stays with any ready look. */
export const wear = ({ ready }: Look, to: Ready): Edit =>
  setField('set-look', [], ['look', 'ready'], ready, to === 'chalk' ? undefined : to);

/** Sets a part of a look; what is undefined takes the ready look's. */
export function setPart<P extends Part>(look: Look, part: P, to: NonNullable<Look[P]>): Edit {
  const left = Object.fromEntries(
    Object.entries({ ...look[part], ...to }).filter(([, value]: [string, unknown]) => value !== undefined),
  );
  return setField(`set-${part}`, [], ['look', part], look[part], Object.keys(left).length > 0 ? left : undefined);
}

export const setColour = (look: Look, role: Role, to: string | undefined): Edit =>
  setPart(look, 'colours', { [role]: to });

/** All colours at once, as they were drawn from a picture. */
export const setColours = (look: Look, to: Colours): Edit => setPart(look, 'colours', to);

/** Makes a pair of colours be told apart, by its front. */
export const mendPair = (look: Look, pair: Pair): Edit => setColour(look, pair.front, mend(coloursOf(look), pair));

/** Takes out all that is not the ready look's. */
export const backToReady = (look: Look): Edit => ({
  name: 'reset-look',
  ops: parts
    .filter((part) => look[part])
    .flatMap((part) => setField('', [], ['look', part], look[part], undefined).ops),
});

/** How many things a look has of its own. */
export const ownCount = (look: Look): number =>
  parts.reduce((sum, part) => sum + Object.keys(look[part] ?? {}).length, 0);
