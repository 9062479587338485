import type { ChoiceView } from '../../core/flow/view';
import type { Words } from '../languages/say';

/** How many answers are to be chosen, in words that promise neither more nor fewer than are taken. */
export function howMany({ min, max, options }: Pick<ChoiceView, 'min' | 'max' | 'options'>, say: Words['say']): string {
  if (min === max) return say('choose', { n: min });
  if (max >= options.length) return min > 1 ? say('atLeast', { n: min }) : say('asMany');
  return min > 1 ? say('between', { n: min, max }) : say('upTo', { n: max });
}
