/** How many are right: as a value of verdicts, conditions, blocks and inserts; and bands that follow what can be had. */
import type { Quiz, Verdict } from '../schema/quiz';
import { checkQuiz } from '../findings/check';
import { conditionWords } from '../conditions/describe';
import { rehearse } from '../rehearsal/odds';
import { sampledOdds } from '../rehearsal/sampled';
import { viewOf } from '../flow/view';
import { walk } from '../flow/walk';
import { choice, option, page, quiz, result } from '../../tests/quizzes';
import { isTrue } from '../conditions/evaluate';
import { runFacts } from '../flow/run';
import { fillFor, resultOf } from '../flow/result';

const keyed = (id: string, marks: number, topic?: string) =>
  choice(id, [option('a', {}, { credit: 1 }), option('b'), option('c', {}, { credit: 0.5 })], {
    marks,
    required: false,
    ...(topic ? { topic } : {}),
  });
type ByBands = Extract<Verdict, { by: 'bands' }>;
const verdict = (bands: ByBands['bands'], more: Partial<ByBands> = {}): ByBands => ({
  id: 'v',
  name: 'V',
  by: 'bands',
  scale: 'marks',
  outcomes: ['low', 'mid', 'top'].map((id) => ({ id, name: id, body: id })),
  bands,
  ...more,
});
const three = [
  { from: 0, outcome: 'low' },
  { from: 2, outcome: 'mid' },
  { from: 3, outcome: 'top' },
];
const made = (own: ByBands, more: Partial<Quiz> = {}): Quiz =>
  quiz(
    [
      page('p1', [keyed('q1', 5, 't'), keyed('q2', 1, 't'), keyed('q3', 1)]),
      result('end', [
        { id: 's', kind: 'score', scales: ['marks'], unit: 'right' },
        { id: 't', kind: 'topics', of: 'marks', unit: 'right' },
      ]),
    ],
    { verdicts: [own], topics: [{ id: 't', name: 'Tyres' }], ...more },
  );
const run = (q: Quiz, answers: Record<string, string[]>) => walk(q, { id: 'r', answers }).run;
const outcome = (q: Quiz, answers: Record<string, string[]>) => resultOf(q, run(q, answers)).verdicts['v']?.outcomes;
const all = { q1: ['a'], q2: ['a'], q3: ['a'] };

describe('the number right', () => {
  const q = made(verdict(three, { unit: 'right' }));
  it.each([
    [{}, 'low'],
    [{ q1: ['a'] }, 'low'],
    [{ q2: ['a'], q3: ['a'] }, 'mid'],
    [{ q1: ['c'], q2: ['a'], q3: ['a'] }, 'mid'],
    [all, 'top'],
  ])('of %j comes to %s: what is partly right is not', (answers, expected) => {
    expect(outcome(q, answers)).toEqual([expected]);
  });
  it('of a topic counts its questions alone', () => {
    const ofTopic = made(verdict(three, { unit: 'right', topic: 't' }));
    expect(outcome(ofTopic, all)).toEqual(['mid']);
  });
  it('can be asked for, and compared with all there are', () => {
    const facts = runFacts(q, run(q, { q1: ['a'], q2: ['a'] }));
    expect(isTrue({ scale: 'marks', unit: 'right', ge: 2 }, facts)).toBe(true);
    expect(isTrue({ scale: 'marks', unit: 'right', ge: 'most' }, facts)).toBe(false);
    expect(isTrue({ topic: 't', of: 'marks', unit: 'right', ge: 'most' }, facts)).toBe(true);
    expect(conditionWords(q, { scale: 'marks', unit: 'right', ge: 2 })).toContain('2 right');
  });
  it('stands on a result, by topic too, and in a text', () => {
    const now = run(q, { q1: ['a'], q3: ['b'] });
    const blocks = viewOf(q, now).page?.blocks ?? [];
    expect(blocks).toMatchObject([
      { kind: 'score', lines: [{ points: '1 / 3' }] },
      { kind: 'topics', lines: [{ name: 'Tyres', points: '1 / 2', percent: 50 }] },
    ]);
    const fill = fillFor(q, now);
    expect(fill({ value: 'right', fallback: '' })).toBe('1');
    expect(fill({ value: 'right', ref: 't', fallback: '' })).toBe('1');
  });
  it('is rehearsed exactly, as sampled visitors have it', () => {
    const exact = rehearse(q);
    const sampled = sampledOdds(q, { visitors: 20_000, seed: 3 });
    expect(exact.method).toBe('exact');
    for (const id of ['low', 'mid', 'top']) {
      const [e, s] = [exact.outcomes['v']?.[id] ?? 0, sampled.outcomes['v']?.[id] ?? 0];
      expect(Math.abs(e - s)).toBeLessThan(0.02);
    }
  });
  it('that nobody can have is found by the check', () => {
    const out = made(verdict([...three.slice(0, 2), { from: 4, outcome: 'top' }], { unit: 'right' }));
    expect(checkQuiz(out).map((f) => f.code)).toContain('band-out-of-range');
  });
});

describe('bands that begin at half and at all of it', () => {
  const follows = verdict([
    { from: 0, outcome: 'low' },
    { from: 99, at: 'half', outcome: 'mid' },
    { from: 99, at: 'full', outcome: 'top' },
  ]);
  it('follow when a question is added', () => {
    const small = quiz([page('p1', [keyed('q1', 2), keyed('q2', 2)])], { verdicts: [follows] });
    const large = quiz([page('p1', [keyed('q1', 2), keyed('q2', 2), keyed('q3', 2)])], { verdicts: [follows] });
    const two = { q1: ['a'], q2: ['a'] };
    expect([outcome(small, two), outcome(large, two)]).toEqual([['top'], ['mid']]);
    expect([outcome(small, { q1: ['a'] }), outcome(large, { q1: ['a'] })]).toEqual([['mid'], ['low']]);
  });
  it('are those of the unit', () => {
    expect(outcome(made({ ...follows, unit: 'right' }), { q2: ['a'], q3: ['a'] })).toEqual(['mid']);
    expect(outcome(made({ ...follows, unit: 'percent' }), { q1: ['a'] })).toEqual(['mid']);
    expect(outcome(made({ ...follows, unit: 'percent' }), all)).toEqual(['top']);
  });
  it('of a scale lie between the least and the most it can be', () => {
    const q = quiz(
      [page('p1', [choice('q', [option('a', { s: -2 }), option('b', { s: 0 }), option('c', { s: 2 })])])],
      {
        scales: [{ id: 's', name: 'S' }],
        verdicts: [{ ...follows, scale: 's' }],
      },
    );
    expect(['a', 'b', 'c'].map((o) => outcome(q, { q: [o] }))).toEqual([['low'], ['mid'], ['top']]);
    expect(rehearse(q).outcomes['v']).toEqual({ low: 0.333333333, mid: 0.333333333, top: 0.333333333 });
  });
});
