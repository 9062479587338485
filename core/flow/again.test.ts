import { choice, option, page, quiz, result, text } from '../../tests/quizzes';
import type { Block, Page, Quiz } from '../schema/quiz';
import { rekeyed } from '../document/rekeyed';
import { resultOf } from './result';
import { foldRun, type Sent } from './run';

const go = (on: string, more: Omit<Extract<Sent, { do: 'go' }>, 'do' | 'page'> = {}): Sent => ({
  do: 'go',
  page: on,
  ...more,
});
const wayOf = (run: ReturnType<typeof foldRun>) => run.way.map((visit) => visit.page);
const contact: Block = {
  id: 'c',
  kind: 'contact',
  prompt: 'Stay in touch',
  fields: [{ id: 'name', label: 'Name', format: 'name' }],
};
const passed = { scale: 'marks', ge: 1 } as const;
const when = (id: string, condition: NonNullable<Page['showIf']>, blocks: Block[] = []): Page => ({
  ...result(id, blocks),
  showIf: condition,
});

/** Who has the spelling right is asked for more, and comes to another result. */
const asked = (accept: string[]): Quiz =>
  quiz(
    [
      page('p1', [text('word', { accept })], { routes: [{ when: passed, to: { page: 'p3' } }] }),
      page('p2', [choice('q2', [option('a', {}, { credit: 1 }), option('b')])], { otherwise: 'finish' }),
      page('p3', [choice('q3', [option('a'), option('b')])]),
      when('well', passed),
      when('again', { not: passed }, [contact]),
    ],
    {
      verdicts: [
        {
          ...{ id: 'v', name: 'Passed', by: 'bands', scale: 'marks' },
          outcomes: [
            { id: 'no', name: 'No' },
            { id: 'yes', name: 'Yes' },
          ],
          bands: [
            { from: 0, outcome: 'no' },
            { from: 1, outcome: 'yes' },
          ],
        },
      ],
    },
  );
const sent = [
  go('p1', { answers: { word: 'colour' } }),
  go('p2', { answers: { q2: ['b'] } }),
  go('again', { contact: { c: { fields: { name: 'Mira Holm' } } } }),
];

describe('marks that a person has set', () => {
  const q = asked(['color']);
  it('change the result, and leave the way as it was taken', () => {
    expect(foldRun(q, { seed: 1 }, sent)).toMatchObject({ finished: true });
    const run = foldRun(q, { seed: 1, reviews: { word: 1 }, notes: { word: 'Both are right.' } }, sent);
    expect(run).toMatchObject({
      finished: true,
      answers: { word: 'colour', q2: ['b'] },
      notes: { word: 'Both are right.' },
    });
    expect(wayOf(run)).toEqual(['p1', 'p2', 'well']);
    expect(resultOf(q, run).verdicts['v']?.outcomes).toEqual(['yes']);
  });
  it('take nothing away that was left on a result page which no longer shows', () => {
    const run = foldRun(q, { seed: 1, reviews: { word: 1 } }, sent);
    expect(run.contact).toEqual({ c: { fields: { name: 'Mira Holm' } } });
  });
  it('leave a run that goes on where it is', () => {
    const run = foldRun(q, { seed: 1, reviews: { word: 1 } }, sent.slice(0, 1));
    expect(wayOf(run)).toEqual(['p1', 'p2']);
    expect(run.finished).toBe(false);
  });
});

describe('a newer key', () => {
  const [before, after] = [asked(['color']), asked(['color', 'colour'])];
  it('decides about the result, not about the way', () => {
    const by = rekeyed(before, after);
    const run = foldRun(before, { seed: 1 }, sent, by);
    expect(wayOf(run)).toEqual(['p1', 'p2', 'well']);
    expect(resultOf(by, run).verdicts['v']?.outcomes).toEqual(['yes']);
    expect(resultOf(before, foldRun(before, { seed: 1 }, sent)).verdicts['v']?.outcomes).toEqual(['no']);
  });
  it('lets what is sent afterwards count', () => {
    const by = rekeyed(before, after);
    const more = [...sent.slice(0, 2), go('well'), { do: 'offer', outcome: 'none' } as const];
    expect(wayOf(foldRun(before, { seed: 1 }, more, by))).toEqual(['p1', 'p2', 'well']);
  });
});
