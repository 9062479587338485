import { choice, option, page, quiz, result, strongest } from '../../tests/quizzes';
import type { Block, Carry, Quiz } from '../schema/quiz';
import { checkQuiz } from '../findings/check';
import { addressWith, carriable, carried, handedOver, matchedCarry } from './carry';
import { foldRun, type Sent } from './run';
import { viewOf } from './view';

const carry: Carry = [
  { value: 'outcome', ref: 'v', as: 'rider' },
  { value: 'points', ref: 's', as: 'kit' },
  { value: 'answer', ref: 'q', as: 'far' },
  { value: 'contact', ref: 'name', as: 'first' },
  { value: 'known', ref: 'source', as: 'from' },
  { value: 'percent', ref: 'marks', as: 'marks' },
];
const contact: Block = {
  id: 'c',
  kind: 'contact',
  prompt: 'Name?',
  skippable: true,
  fields: [{ id: 'name', label: 'Name', format: 'name', from: 'source' }],
};
const asks = choice('q', [option('a', { s: 2, calm: 1 }), option('b', { wild: 1 })]);
const made = (more: Partial<Quiz> = {}, blocks: Block[] = []) =>
  quiz(
    [
      page('p', [asks, contact], {
        routes: [
          { when: { answer: 'q', is: 'a' }, to: { quiz: 'next', carry } },
          { when: { answer: 'q', is: 'b' }, to: { url: 'https://slowspoke.test/b?x=1', carry: carry.slice(0, 3) } },
        ],
      }),
      result('end', blocks),
    ],
    {
      scales: [{ id: 's', name: 'Kit' }],
      verdicts: [strongest('v', ['calm', 'wild'])],
      known: [{ id: 'source', from: 'address', param: 'utm' }],
      ...more,
    },
  );
const go = (answer: string, name?: string): Sent => ({
  do: 'go',
  page: 'p',
  answers: { q: [answer] },
  contact: { c: name === undefined ? { skipped: true } : { fields: { name } } },
});

describe('what a visitor takes along', () => {
  it('are the values by the names of the next quiz; what is empty stays behind', () => {
    const q = made();
    const run = foldRun(q, { seed: 1, known: { source: 'fair' } }, [go('a', 'Ada')]);
    expect(carried(q, run, carry)).toEqual({ rider: 'calm', kit: '2', far: 'a', first: 'Ada', from: 'fair' });
    expect(handedOver(q, run)).toEqual({ quiz: 'next', values: carried(q, run, carry) });
    expect(viewOf(q, run)).toMatchObject({ page: null, finished: true, out: { quiz: 'next' } });
    expect(carried(q, run, undefined)).toEqual({});
    expect(carried(q, foldRun(q, { seed: 1 }, [go('a')]), carry)).toEqual({ rider: 'calm', kit: '2', far: 'a' });
  });

  it('are names of files, and not what files are kept under', () => {
    const run = foldRun(made(), { seed: 1 }, [go('a', `file-${'a'.repeat(24)} tent.png`)]);
    expect(carried(made(), run, carry)['first']).toBe('tent.png');
  });

  it('are cut where they are long', () => {
    const q = made();
    const run = foldRun(q, { seed: 1, known: { source: 'A'.repeat(400) } }, [go('a')]);
    expect(carried(q, run, carry)['from']).toBe('A'.repeat(300));
  });

  it('go into an address as parameters, if one may be sent there', () => {
    const q = made();
    const run = foldRun(q, { seed: 1 }, [go('b')]);
    expect(viewOf(q, run).out).toEqual({ url: 'https://slowspoke.test/b?x=1&rider=wild&kit=0&far=b' });
    expect(handedOver(q, run)).toBeNull();
    for (const url of ['javascript:alert(1)', 'http://slowspoke.test/', 'nowhere', 'https://[.x'])
      expect(addressWith(url, { a: 'b' })).toBeNull();
  });

  it('go along from a hand-over that stands on the result, once it is reached', () => {
    const over: Block = { id: 'over', kind: 'hand-over', quiz: 'next', carry: carry.slice(0, 1) };
    const q = quiz([page('p', [asks]), result('end', [over])], {
      scales: [{ id: 's', name: 'Kit' }],
      verdicts: [strongest('v', ['calm', 'wild'])],
    });
    const at = (...sent: Sent[]) => foldRun(q, { seed: 1 }, sent);
    const done = at({ do: 'go', page: 'p', answers: { q: ['b'] } });
    expect(handedOver(q, done, 'over')).toEqual({ quiz: 'next', values: { rider: 'wild' } });
    expect(viewOf(q, done).page?.blocks).toEqual([{ kind: 'hand-over', id: 'over', quiz: 'next', button: '' }]);
    expect(handedOver(q, done, 'other')).toBeNull();
    expect(handedOver(q, done)).toBeNull();
    expect(handedOver(q, at(), 'over')).toBeNull();
  });

  it('fills in a field beforehand where the creator says so', () => {
    const fields = (known: Record<string, string>) =>
      viewOf(made(), foldRun(made(), { seed: 1, known }, [])).page?.blocks.find((b) => b.kind === 'contact')?.fields;
    expect(fields({ source: 'Ada' })).toMatchObject([{ id: 'name', filled: 'Ada' }]);
    expect(fields({})?.[0]).not.toHaveProperty('filled');
  });

  it('is checked: values that are gone are found', () => {
    const lost = (q: Quiz) => checkQuiz(q).filter((f) => f.code === 'unknown-reference').length;
    expect(lost(made())).toBe(0);
    expect(lost(made({ known: [] }))).toBe(2);
    expect(lost(made({}, [{ id: 'over', kind: 'hand-over', quiz: 'n', carry: [{ value: 'answer', as: 'x' }] }]))).toBe(
      1,
    );
    expect(lost(made({}, [{ id: 'chart', kind: 'chart', question: 'gone' }]))).toBe(1);
    expect(lost(made({}, [{ id: 'chart', kind: 'chart', question: 'q' }]))).toBe(0);
  });

  it('is matched by name with what the next quiz takes from quizzes', () => {
    const q = made();
    expect(carriable(q).map((c) => c.name)).toEqual([
      'v',
      'Marks',
      'Kit',
      'Number right',
      'Marks in percent',
      'Kit in percent',
      'q',
      'Name',
      'source',
    ]);
    expect(
      matchedCarry(q, [
        { id: 'k1', from: 'quiz', name: ' kit ' },
        { id: 'name', from: 'quiz', param: 'first' },
        { id: 'x', name: 'Kit', from: 'address' },
        { id: 'none', from: 'quiz' },
      ]),
    ).toEqual([
      { value: 'points', ref: 's', as: 'k1' },
      { value: 'contact', ref: 'name', as: 'first' },
    ]);
  });
});
