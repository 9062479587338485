import { partOf } from './cut';

const wide = { width: 400, height: 200 };
const middle = { zoom: 1, x: 0.5, y: 0.5 };

test.each([
  ['its own shape is all of it', { ratio: null, ...middle }, { left: 0, top: 0, width: 1, height: 1 }],
  ['a square in the middle', { ratio: 1, ...middle }, { left: 0.25, top: 0, width: 0.5, height: 1 }],
  ['a square at the end', { ratio: 1, zoom: 1, x: 1, y: 0 }, { left: 0.5, top: 0, width: 0.5, height: 1 }],
  ['a wider strip', { ratio: 4, ...middle }, { left: 0, top: 0.25, width: 1, height: 0.5 }],
  ['closer', { ratio: null, zoom: 2, x: 0, y: 1 }, { left: 0, top: 0.5, width: 0.5, height: 0.5 }],
])('%s', (_, wanted, part) => expect(partOf(wide, wanted)).toEqual(part));

test('what is cut never leaves the picture, and has the shape that was asked for', () => {
  for (const ratio of [0.5, 0.8, 1, 2, 3])
    for (const zoom of [1, 1.7, 4])
      for (const at of [0, 0.3, 1]) {
        const { left, top, width, height } = partOf(wide, { ratio, zoom, x: at, y: at });
        for (const edge of [left, top, 1 - left - width, 1 - top - height]) expect(edge).toBeGreaterThanOrEqual(-1e-12);
        expect((width * wide.width) / (height * wide.height)).toBeCloseTo(ratio, 10);
      }
});
