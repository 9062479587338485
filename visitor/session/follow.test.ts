import { dressOf } from '../../core/look/dress';
import { wornThere } from './follow';

const follows = dressOf({ embed: { type: 'page', scheme: 'page' } });

test('the type of the page around is worn where it is one, and where the quiz follows', () => {
  const type = 'Georgia, "Times New Roman", serif';
  expect(wornThere(follows, { type }).style).toMatchObject({ '--v-heading': type, '--v-text': type });
  for (const bad of ['x; background: url(//x)', 'a{}', '', 7, 'a'.repeat(301)])
    expect(wornThere(follows, { type: bad }).style).toEqual(follows.style);
  expect(wornThere(dressOf({}), { type, dark: true })).toEqual(dressOf({}));
});

test('a dark page around makes it dark, and a light one leaves it', () => {
  const dark = wornThere(follows, { dark: true });
  expect(dark.style['--v-paper']).toBe(follows.dark?.['--v-paper']);
  expect(dark.style['--v-paper']).not.toBe(follows.style['--v-paper']);
  expect(dark.attributes).toHaveProperty('data-dark');
  for (const light of [false, 'true', undefined])
    expect(wornThere(follows, { dark: light }).style).toEqual(follows.style);
});
