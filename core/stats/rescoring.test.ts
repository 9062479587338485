import { choice, option, page, quiz } from '../../tests/quizzes';
import { rekeyed } from '../document/rekeyed';
import { foldRun, type Sent } from '../flow/run';
import type { Quiz } from '../schema/quiz';
import { addChange, MOST_NAMED, noChanges } from './rescoring';

const asked = (right: string[]): Quiz =>
  quiz(
    [
      page(
        'p',
        ['q1', 'q2'].map((id) =>
          choice(
            id,
            ['a', 'b', 'c'].map((o) =>
              option(o, {}, id === 'q2' ? { credit: o === 'a' ? 1 : 0 } : { credit: right.includes(o) ? 1 : 0 }),
            ),
          ),
        ),
      ),
    ],
    {
      verdicts: [
        {
          ...{ id: 'v', name: 'Passed', by: 'bands', scale: 'marks' },
          outcomes: ['no', 'yes'].map((id) => ({ id, name: id })),
          bands: [
            { from: 0, outcome: 'no' },
            { from: 2, outcome: 'yes' },
          ],
        },
      ],
    },
  );

/** Runs by their two answers, on the one key and by the other. */
function changesOf(before: Quiz, after: Quiz, answers: string[]) {
  const changes = noChanges();
  const by = rekeyed(before, after);
  for (const [i, [q1 = '', q2 = '']] of answers.entries()) {
    const sent: Sent[] = [{ do: 'go', page: 'p', answers: { q1: [q1], q2: [q2] } }];
    addChange(
      changes,
      `r${i}`,
      { quiz: before, run: foldRun(before, { seed: 1 }, sent) },
      { quiz: by, run: foldRun(before, { seed: 1 }, sent, by) },
    );
  }
  return changes;
}

it('counts who would have more, and who would come out otherwise', () => {
  // Answers aa, ba, bb, ca; b counts as well, and a no longer.
  expect(changesOf(asked(['a']), asked(['b']), ['aa', 'ba', 'bb', 'ca'])).toEqual({
    runs: 4,
    changed: 3,
    marks: { more: 2, fewer: 1, before: 4, after: 5 },
    verdicts: {
      v: {
        before: { yes: 1, no: 3 },
        after: { yes: 1, no: 3 },
        moved: [
          { from: 'yes', to: 'no', runs: 1 },
          { from: 'no', to: 'yes', runs: 1 },
        ],
      },
    },
    questions: { q1: { more: 2, fewer: 1 }, q2: { more: 0, fewer: 0 } },
    who: [
      { run: 'r0', marks: [2, 1], outcomes: { v: [['yes'], ['no']] } },
      { run: 'r1', marks: [1, 2], outcomes: { v: [['no'], ['yes']] } },
      { run: 'r2', marks: [0, 1], outcomes: {} },
    ],
  });
});
it('finds nothing where the key is the same', () => {
  expect(changesOf(asked(['a']), asked(['a']), ['aa', 'ba'])).toMatchObject({ changed: 0, who: [] });
});
it('names no more than so many', () => {
  const changes = changesOf(
    asked(['a']),
    asked(['b']),
    Array.from({ length: MOST_NAMED + 1 }, () => 'aa'),
  );
  expect(changes).toMatchObject({ changed: MOST_NAMED + 1 });
  expect(changes.who).toHaveLength(MOST_NAMED);
});
