import { page, quiz, result } from '../../tests/quizzes';
import { standingAmong, standingsToldIn } from './standings';

/** Ten in each of 0, 50 and 100. */
const at = new Map([
  [0, 10],
  [50, 10],
  [100, 10],
]);

it.each([
  [0, 0],
  [50, 33],
  [50.9, 33],
  [99.9, 66],
  [100, 66],
])('who has %p percent came further than %p of a hundred', (percent, further) => {
  expect(standingAmong(percent, at)).toBe(further);
});
it('says nothing of fewer than thirty, nor of nobody’s percentage', () => {
  expect(standingAmong(50, new Map([[0, 29]]))).toBeNull();
  expect(standingAmong(null, at)).toBeNull();
});
it('is told where a block or an insert asks for it', () => {
  const insert = (ref: string) => ({
    type: 'doc' as const,
    content: [
      {
        type: 'paragraph' as const,
        content: [{ type: 'insert' as const, attrs: { value: 'standing' as const, ref, fallback: 'many' } }],
      },
    ],
  });
  const q = quiz(
    [
      page('p', []),
      result('end', [
        { id: 'b', kind: 'standing', of: 'marks' },
        { id: 'w', kind: 'words', body: insert('s') },
      ]),
    ],
    { messages: [{ id: 'm', name: 'M', to: 'visitor', subject: 'S', body: insert('t') }] },
  );
  expect(standingsToldIn(q)).toEqual(['marks', 's', 't']);
  expect(standingsToldIn(quiz([page('p', [])]))).toEqual([]);
});
