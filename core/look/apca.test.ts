import { lightnessContrast } from './apca';

// The pairs that its authors publish for checking an implementation.
test.each([
  ['#888888', '#FFFFFF', 63.056],
  ['#FFFFFF', '#888888', -68.541],
  ['#000000', '#AAAAAA', 58.146],
  ['#AAAAAA', '#000000', -56.241],
  ['#112233', '#DDEEFF', 91.668],
  ['#DDEEFF', '#112233', -93.068],
  ['#112233', '#444444', 8.324],
  ['#444444', '#112233', -7.526],
])('%s on %s is %d', (words, ground, contrast) => {
  expect(lightnessContrast(words, ground)).toBeCloseTo(contrast, 2);
});

test('a colour on itself, or on one that is hardly another, has none', () => {
  expect(lightnessContrast('#777777', '#777777')).toBe(0);
  expect(lightnessContrast('#777777', '#808080')).toBe(0);
});
