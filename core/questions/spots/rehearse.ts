import type { Region } from '../../schema/quiz';
import type { Of, RehearseSide } from '../kind';
import { bestAccepted, FILLED, rightOrWrongAnswer, WRONG } from '../tries';
import { isInside } from './region';
import { spotsScore } from './score';
import { rightOrWrongModel } from '../right-or-wrong';

type Spots = Of<'spots'>;
type Given = Record<string, string | [number, number]>;

export const spotsRehearse: RehearseSide<Spots> = {
  model: (question) => (spotsScore.isKeyed(question) ? rightOrWrongModel : null),
  tries(question) {
    const right = filled(question, true) ?? {};
    return spotsScore.isKeyed(question) ? rightOrWrongAnswer(right, filled(question, false)) : [right];
  },
  comparable: () => ({}),
};

/** Null where some place has no point that is wrong. */
function filled(question: Spots, right: boolean): Given | null {
  const given: Given = {};
  for (const spot of question.spots) {
    const words = right ? (bestAccepted(spot.accept) ?? FILLED) : spot.accept?.length ? WRONG : FILLED;
    const value = spot.region ? pointOf(spot.region, right) : words;
    if (value === null) return null;
    given[spot.id] = value;
  }
  return given;
}

/** A point inside a region, or outside of it: the first found on a fine mesh. */
function pointOf(region: Region, inside: boolean): [number, number] | null {
  const middles: [number, number][] =
    'r' in region
      ? [[region.x, region.y]]
      : 'width' in region
        ? [[region.x + region.width / 2, region.y + region.height / 2]]
        : [];
  const mesh = Array.from({ length: 101 * 101 }, (_, i): [number, number] => [
    (i % 101) / 100,
    Math.floor(i / 101) / 100,
  ]);
  return [...middles, ...mesh].find((point) => isInside(point, region) === inside) ?? null;
}
