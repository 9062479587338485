import type { Question, Quiz, Verdict } from '../schema/quiz';
import { viewOf } from '../flow/view';
import { walk } from '../flow/walk';
import { choice, option, page, quiz, result } from '../../tests/quizzes';
import { provisionalVerdicts } from '../flow/result';

const essay: Question = { id: 'e', kind: 'essay', prompt: 'Why?', review: true, marks: 2 };
const made = (from: number): Quiz =>
  quiz(
    [
      page('p1', [choice('q', [option('a', {}, { credit: 1 }), option('b')]), essay]),
      result('end', [
        { id: 'v', kind: 'verdict', verdict: 'pass' },
        { id: 'c', kind: 'certificate', title: 'Passed' },
      ]),
    ],
    {
      verdicts: [
        {
          id: 'pass',
          name: 'Pass',
          by: 'bands',
          scale: 'marks',
          outcomes: [
            { id: 'no', name: 'Not yet' },
            { id: 'yes', name: 'Passed' },
          ],
          bands: [
            { from: 0, outcome: 'no' },
            { from, outcome: 'yes' },
          ],
        } satisfies Verdict,
      ],
    },
  );
const run = (q: Quiz, answers: Record<string, string | string[]>) => walk(q, { id: 'r', answers }).run;
const blocks = (q: Quiz, answers: Record<string, string | string[]>) => viewOf(q, run(q, answers)).page?.blocks ?? [];

describe('a verdict while a person has yet to mark an answer', () => {
  it('says that it may change, where it may, and no certificate is given', () => {
    const q = made(2);
    expect([...provisionalVerdicts(q, run(q, { q: ['a'], e: 'so' }))]).toEqual(['pass']);
    expect(blocks(q, { q: ['a'], e: 'so' })).toMatchObject([{ kind: 'verdict', waiting: 1 }]);
    expect(blocks(q, { q: ['a'], e: 'so' })).toHaveLength(1);
  });
  it('says nothing where no marks for it would change anything', () => {
    const q = made(1);
    expect(provisionalVerdicts(q, run(q, { q: ['a'], e: 'so' })).size).toBe(0);
    expect(blocks(q, { q: ['a'], e: 'so' }).map((b) => b.kind)).toEqual(['verdict', 'certificate']);
    expect(blocks(q, { q: ['a'], e: 'so' })[0]).not.toHaveProperty('waiting');
  });
  it('says nothing where nothing waits', () => {
    const q = made(2);
    expect(provisionalVerdicts(q, run(q, { q: ['a'], e: '' })).size).toBe(0);
    const marked = { ...run(q, { q: ['a'], e: 'so' }), reviews: { e: 2 } };
    expect(provisionalVerdicts(q, marked).size).toBe(0);
    expect(viewOf(q, marked).page?.blocks).toMatchObject([{ outcomes: [{ id: 'yes' }] }, { kind: 'certificate' }]);
  });
});
