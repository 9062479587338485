import { choice, option, page, quiz } from '../../tests/quizzes';
import { randomOf } from '../values/random';
import { ALIKE_LEVEL, alikeAmong, type Answered } from './alike';

const IDS = ['a', 'b', 'c', 'd'];
const asked = quiz([
  page(
    'p',
    ['q1', 'q2', 'q3', 'q4', 'q5', 'q6'].map((id) =>
      choice(
        id,
        IDS.map((o) => option(o)),
      ),
    ),
  ),
]);
const questions = ['q1', 'q2', 'q3', 'q4', 'q5', 'q6'];

/** @param leans how likely somebody is to answer as their kind does */
function visitors(n: number, kinds: number, leans: number, seed: number): Answered[] {
  const random = randomOf(seed, 'visitors');
  return Array.from({ length: n }, (_, i) => {
    const own = IDS[i % kinds] ?? 'a';
    const answer = () => (random() < leans ? own : (IDS[Math.floor(random() * IDS.length)] ?? 'a'));
    return {
      id: `r${i}`,
      answers: Object.fromEntries(questions.map((q) => [q, [answer()]])),
      outcomes: [`of ${own}`],
    };
  });
}

it('finds the groups that there are, and what tells them', () => {
  const { groups, p, silhouette } = alikeAmong(asked, visitors(300, 3, 0.7, 1));
  expect(p).toBeLessThanOrEqual(ALIKE_LEVEL);
  expect(silhouette).toBeGreaterThan(0.1);
  expect(groups).toHaveLength(3);
  for (const { runs, outcomes, answers } of groups) {
    expect(runs).toBeGreaterThan(80);
    const [most = '', ...rest] = Object.entries(outcomes)
      .sort(([, a], [, b]) => b - a)
      .map(([id]) => id);
    expect(rest.every((id) => (outcomes[id] ?? 0) < 0.15 * runs)).toBe(true);
    expect(answers.map(({ option: id }) => `of ${id}`)).toEqual(answers.map(() => most));
  }
});
it('finds none in what is answered by chance, but for one time in twenty', () => {
  // A binomial of 16 with one in twenty is above 3 in 0.7 percent of cases; these seeds are fixed.
  let found = 0;
  for (let seed = 1; seed <= 16; seed++) if (alikeAmong(asked, visitors(70, 1, 0, seed)).groups.length > 0) found += 1;
  expect(found).toBeLessThanOrEqual(3);
});
it('says nothing of few, nor of one question', () => {
  expect(alikeAmong(asked, visitors(59, 3, 0.9, 1))).toEqual({ runs: 59, silhouette: null, p: null, groups: [] });
  const one = quiz([
    page('p', [
      choice(
        'q1',
        IDS.map((o) => option(o)),
      ),
    ]),
  ]);
  expect(alikeAmong(one, visitors(100, 3, 0.9, 1)).groups).toEqual([]);
});
it('takes answers that are all the same for what they are', () => {
  expect(alikeAmong(asked, visitors(100, 1, 1, 1)).groups).toEqual([]);
});
it('is the same each time', () => {
  const runs = visitors(120, 2, 0.6, 3);
  expect(alikeAmong(asked, runs)).toEqual(alikeAmong(asked, runs));
});
