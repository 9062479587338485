import { partOf } from '../../values/answer';
import { bar, type DrawSide } from '../drawing';
import type { Of } from '../kind';
import { rightParts } from '../parts';

/** The picture is parted into so many fields each way, so that figures do not grow with every point. */
const FIELDS = 24;
const fieldOf = (n: number): number => Math.min(FIELDS - 1, Math.floor(n * FIELDS));

export const spotsDrawn: DrawSide<Of<'spots'>> = {
  drawn: (question, answer) => [
    ...rightParts(question, answer, question.spots).map((id) => `value ${question.id} ${id}`),
    ...question.spots.flatMap(({ id }) => {
      const point = partOf(answer, id);
      return Array.isArray(point) ? [`point ${question.id} ${point.map((n) => fieldOf(Number(n))).join(' ')}`] : [];
    }),
  ],
  drawing: ({ picture, spots }, { answered, of, all }) => ({
    as: 'points',
    picture: picture ? { src: picture.src, text: picture.text } : null,
    points: all('point')
      .map(([at, count]) => {
        const [x = 0, y = 0] = at.split(' ').map((n) => (Number(n) + 0.5) / FIELDS);
        return { x, y, count };
      })
      .sort((one, other) => one.y - other.y || one.x - other.x),
    bars: spots.map(({ id, text }, i) => bar(id, text ?? `Spot ${i + 1}`, of('value', id), answered)),
  }),
};
