import fc from 'fast-check';
import { choice, demoQuiz, option, page, quiz } from '../../tests/quizzes';
import { applyEdit, type Edit, type Op } from './edits';
import type { Quiz } from '../schema/quiz';

const small = quiz([
  page('p1', [choice('q1', [option('a'), option('b')])]),
  page('p2', [choice('q2', [option('a'), option('b')])]),
]);
const edit = (...ops: Op[]): Edit => ({ name: 'test', ops });
const done = (q: Quiz, e: Edit) => {
  const applied = applyEdit(q, e);
  if ('refused' in applied) throw new Error(applied.refused.message);
  return applied;
};
const refusal = (q: Quiz, e: Edit) => {
  const applied = applyEdit(q, e);
  return 'refused' in applied ? applied.refused.code : 'kept';
};
const q1 = ['pages', 'p1', 'blocks', 'q1'];

describe('an edit', () => {
  it('sets a field however deep, and its inverse takes it back', () => {
    const e = edit({ op: 'set', at: [...q1, 'options', 'a'], field: ['weights', 'kit'], to: 2 });
    const { quiz: after, inverse } = done(
      quiz(small.pages, { scales: [{ id: 'kit', name: 'Kit', combine: 'sum' }] }),
      e,
    );
    expect(after.pages[0]?.blocks[0]).toMatchObject({ options: [{ id: 'a', weights: { kit: 2 } }, { id: 'b' }] });
    // Taking the last weight away takes the empty list of weights with it.
    expect(JSON.stringify(done(after, inverse).quiz.pages)).toBe(JSON.stringify(small.pages));
  });
  it('leaves the document it was given as it was', () => {
    const before = JSON.stringify(small);
    done(small, edit({ op: 'remove', at: [], list: 'pages', id: 'p1' }));
    expect(JSON.stringify(small)).toBe(before);
  });
  it('is whole or nothing', () => {
    const half = edit(
      { op: 'remove', at: [], list: 'pages', id: 'p2' },
      { op: 'remove', at: [], list: 'pages', id: 'gone' },
    );
    expect(refusal(small, half)).toBe('gone');
  });
  it('finds its place by id after others have worked', () => {
    const moved = done(
      small,
      edit({ op: 'move', at: ['pages', 'p1'], list: 'blocks', id: 'q1', to: ['pages', 'p2'], after: null }),
    ).quiz;
    const worded = done(moved, edit({ op: 'set', at: [...q1, 'options', 'a'], field: ['text'], to: 'new' }));
    expect(worded.quiz.pages[1]?.blocks[0]).toMatchObject({ id: 'q1', options: [{ text: 'new' }, {}] });
    expect(done(worded.quiz, worded.inverse).quiz).toEqual(moved);
    const added = edit({ op: 'insert', at: q1, list: 'options', item: option('c'), after: 'a' });
    expect(done(moved, added).quiz.pages[1]?.blocks[0]).toMatchObject({ options: [{ id: 'a' }, { id: 'c' }, {}] });
    // Moved or deleted where it stands now, by somebody who saw it elsewhere.
    const back = edit({ op: 'move', at: ['pages', 'p1'], list: 'blocks', id: 'q1', to: ['pages', 'p2'], after: 'q2' });
    expect(done(moved, back).quiz.pages[1]?.blocks.map((x) => x.id)).toEqual(['q2', 'q1']);
    const away = edit({ op: 'remove', at: ['pages', 'p1'], list: 'blocks', id: 'q1' });
    expect(done(moved, away).quiz.pages[1]?.blocks.map((x) => x.id)).toEqual(['q2']);
  });
  it('takes an emptied page away, but not what somebody has put onto it meanwhile', () => {
    const emptied = edit(
      { op: 'move', at: ['pages', 'p1'], list: 'blocks', id: 'q1', to: ['pages', 'p2'], after: null },
      { op: 'remove', at: [], list: 'pages', id: 'p1', ifEmpty: 'blocks' },
    );
    const alone = done(small, emptied);
    expect(alone.quiz.pages.map((p) => p.id)).toEqual(['p2', 'end']);
    expect(done(alone.quiz, alone.inverse).quiz).toEqual(small);
    const item = choice('q3', [option('a')]);
    const filled = done(small, edit({ op: 'insert', at: ['pages', 'p1'], list: 'blocks', item, after: 'q1' })).quiz;
    const kept = done(filled, emptied);
    expect(kept.quiz.pages.map((p) => p.blocks.map((x) => x.id))).toEqual([['q3'], ['q1', 'q2'], []]);
    expect(done(kept.quiz, kept.inverse).quiz).toEqual(filled);
    // Another one has taken the page away already.
    const gone = edit({ op: 'remove', at: [], list: 'pages', id: 'p9', ifEmpty: 'blocks' });
    expect(done(small, gone).quiz).toEqual(small);
  });
  test.each<[string, Edit, string]>([
    ['on what was deleted', edit({ op: 'set', at: ['pages', 'p9'], field: ['name'], to: 'x' }), 'gone'],
    ['on what somebody else changed', edit({ op: 'set', at: q1, field: ['prompt'], was: 'other', to: 'x' }), 'changed'],
    [
      'that would put an id in twice',
      edit({ op: 'insert', at: ['pages', 'p1'], list: 'blocks', item: choice('q1', []), after: null }),
      'exists',
    ],
    [
      'that would put a block’s id on another page again',
      edit({ op: 'insert', at: ['pages', 'p2'], list: 'blocks', item: choice('q1', []), after: null }),
      'not-valid',
    ],
    ['that would break the schema', edit({ op: 'set', at: q1, field: ['pick'], to: 'all of them' }), 'not-valid'],
    ['that would add an unknown field', edit({ op: 'set', at: q1, field: ['secret'], to: true }), 'not-valid'],
  ])('is refused %s', (_name, e, code) => {
    expect(refusal(small, e)).toBe(code);
  });
});

describe('properties', () => {
  const tourer = demoQuiz('tourer');
  const anyOp = (q: Quiz): fc.Arbitrary<Op> => {
    const pages = q.pages.map((p) => p.id);
    const blocks = q.pages.flatMap((p) => p.blocks.map((b) => ['pages', p.id, 'blocks', b.id]));
    return fc.oneof(
      fc.record({
        op: fc.constant('set' as const),
        at: fc.constantFrom(...blocks),
        field: fc.constant<string[]>(['hint']),
        to: fc.oneof(fc.string(), fc.constant(undefined)),
      }),
      fc.record({
        op: fc.constant('set' as const),
        at: fc.constantFrom(...pages.map((id) => ['pages', id])),
        field: fc.constant<string[]>(['name']),
        to: fc.string(),
      }),
      fc.record({
        op: fc.constant('move' as const),
        at: fc.constant<string[]>([]),
        list: fc.constant('pages'),
        id: fc.constantFrom(...pages),
        to: fc.constant<string[]>([]),
        after: fc.constantFrom(null, ...pages),
      }),
      fc.record({
        op: fc.constant('remove' as const),
        at: fc.constant<string[]>([]),
        list: fc.constant('pages'),
        id: fc.constantFrom(...pages),
      }),
      fc.record({
        op: fc.constant('insert' as const),
        at: fc.constant<string[]>([]),
        list: fc.constant('pages'),
        item: fc.integer({ min: 0, max: 9 }).map((n) => page(`new-${n}`, [])),
        after: fc.constantFrom(null, ...pages),
      }),
    );
  };
  it('a sequence of edits and its inverses give back the same document', () => {
    fc.assert(
      fc.property(fc.array(fc.array(anyOp(tourer), { minLength: 1, maxLength: 3 }), { maxLength: 12 }), (sequence) => {
        let q = tourer;
        const inverses: Edit[] = [];
        for (const ops of sequence) {
          const applied = applyEdit(q, edit(...ops));
          if ('refused' in applied) continue;
          q = applied.quiz;
          inverses.unshift(applied.inverse);
        }
        for (const inverse of inverses) q = done(q, inverse).quiz;
        expect(q).toEqual(tourer);
      }),
    );
  });
});
