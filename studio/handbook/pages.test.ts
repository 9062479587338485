import { existsSync } from 'node:fs';
import { handbook, pagesFor } from './pages';

test('every page has a title, something to do and, where it shows a picture, that picture', () => {
  expect(new Set(handbook.map((page) => page.id)).size).toBe(handbook.length);
  for (const { id, title, says, steps, picture } of handbook) {
    expect([id, title !== '', says.length > 0, steps.length >= 3]).toEqual([id, true, true, true]);
    if (picture)
      expect([picture.name, existsSync(`public/handbook/${picture.name}.webp`)]).toEqual([picture.name, true]);
  }
});

test('a page is found by the words of others too, those whose title has them first', () => {
  expect(pagesFor('popup iframe').map((page) => page.id)).toEqual(['embed']);
  expect(pagesFor('  PUBLISH ')[0]?.id).toBe('check');
  expect(pagesFor('publish').map((page) => page.id)).toEqual(expect.arrayContaining(['publish', 'check', 'team']));
  expect(pagesFor('')).toEqual(handbook);
  expect(pagesFor('submarine')).toEqual([]);
});
