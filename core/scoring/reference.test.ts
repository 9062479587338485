import fc from 'fast-check';
import { anyAnswers, anyQuiz } from '../../tests/any-quiz';
import { reference } from '../../tests/reference';
import { tries } from '../../tests/tries';
import { walk } from '../flow/walk';
import { resultOf } from '../flow/result';

const seeds = fc.integer({ min: 1, max: 1e9 });
const scored = (seed: number) => {
  const quiz = anyQuiz(seed, { branching: false });
  const answers = anyAnswers(seed, quiz);
  const { run } = walk(quiz, { id: 'r', answers, seed: 1 });
  return { quiz, result: resultOf(quiz, run), expected: reference(quiz, answers) };
};

describe('scores equal those of the model written a second time', () => {
  it('in marks, scales, topics and the tallies of outcomes', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { result, expected } = scored(seed);
        expect(result).toMatchObject({
          marks: expected.marks,
          questions: expected.questions,
          scales: expected.scales,
          topics: expected.topics,
        });
        for (const [id, points] of Object.entries(result.verdicts['v']?.tallies ?? {}))
          expect([id, points]).toEqual([id, expected.tally(id).points]);
      }),
      tries(250),
    );
  });

  it('in the strongest outcome, by points and by share', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { quiz, result, expected } = scored(seed);
        const [verdict] = quiz.verdicts;
        if (verdict?.by !== 'strongest') throw new Error('the first verdict goes to the strongest');
        const tallies = verdict.outcomes.map((o) => ({ id: o.id, ...expected.tally(o.id) }));
        // Where nothing was said, or ties are broken by time, other tests tell.
        if (verdict.ties === 'latest' || tallies.every((t) => t.points === 0)) return;
        const height = (t: (typeof tallies)[number]) =>
          verdict.compare !== 'share' ? t.points : t.greatest > 0 ? Math.round((t.points / t.greatest) * 1e9) : -1e99;
        if (verdict.compare === 'share' && !tallies.some((t) => t.greatest > 0)) return;
        const top = Math.max(...tallies.map(height));
        const tied = tallies.filter((t) => height(t) === top).map((t) => t.id);
        expect(result.verdicts['v']?.outcomes).toEqual(verdict.ties === 'blend' ? tied : tied.slice(0, 1));
      }),
      tries(200),
    );
  });
});
