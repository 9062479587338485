/** How others answered a question, as its visitors may see it: nothing of what is right. */
import { without } from '../document/lookup';
import type { Drawing } from '../questions/drawing';
import { kindOf } from '../questions/registry';
import type { Question } from '../schema/quiz';
import { countsIn } from './drawings';

/** @param figures by the keys of `countsOf` */
export function othersOf(
  question: Question,
  figures: ReadonlyMap<string, number>,
): { answered: number; drawing: Drawing } {
  const counts = countsIn(figures, question.id);
  return { answered: counts.answered, drawing: withoutKey(kindOf(question).drawing(question, counts)) };
}

const bare = <T extends { right?: unknown }>(part: T) => without(part, 'right');

function withoutKey(drawing: Drawing): Drawing {
  switch (drawing.as) {
    case 'bars':
      return { ...drawing, bars: drawing.bars.map(bare) };
    case 'numbers':
      return without(drawing, 'target');
    case 'places':
      // Where an order is right, the items of the document stand in it.
      return {
        ...drawing,
        keyed: false,
        items: drawing.items.toSorted((a, b) => (a.mean ?? Infinity) - (b.mean ?? Infinity) || (a.id < b.id ? -1 : 1)),
      };
    case 'cells':
      return bare(drawing);
    case 'points':
      return { ...drawing, bars: drawing.bars.map(bare) };
    case 'days':
    case 'words':
      return drawing;
  }
}
