import { choice, option, page, quiz, text } from '../../tests/quizzes';
import { applyEdit, type Edit } from '../../core/document/edits';
import type { Quiz } from '../../core/schema/quiz';
import {
  copyText,
  findIn,
  moveMany,
  moveToPage,
  paged,
  pasteEdit,
  placeBlocks,
  removeMany,
  setForAll,
  setOnAll,
  shared,
} from './bulk';

const ab = (id: string, more: object = {}) => choice(id, [option('a', { s: 1 }), option('b')], more);
const made = () =>
  quiz(
    [
      page('hello', [{ id: 'w', kind: 'words', body: 'Hello' }]),
      page('p1', [ab('q1', { topic: 't2' }), ab('q2', { topic: 't1', required: false }), text('q3')]),
      page('p2', [{ id: 'x', kind: 'words', body: 'Now for the rain' }, ab('q4', { topic: 't2', marks: 2 })]),
    ],
    {
      scales: [{ id: 's', name: 'S' }],
      topics: [
        { id: 't1', name: 'One' },
        { id: 't2', name: 'Two' },
      ],
    },
  );
const layout = (q: Quiz) => q.pages.filter((p) => p.stage === 'ask').map((p) => p.blocks.map((b) => b.id).join(' '));
const after = (q: Quiz, edit: Edit | null) => {
  if (!edit) return null;
  const done = applyEdit(q, edit);
  if (!('quiz' in done)) throw new Error(done.refused.message);
  const back = applyEdit(done.quiz, done.inverse);
  expect('quiz' in back && back.quiz).toEqual(q);
  return done.quiz;
};
const laid = (edit: Edit | null) => {
  const q = after(made(), edit);
  return q && layout(q);
};

describe('many at once', () => {
  it('are moved together, past their neighbours and over pages, and empty pages go', () => {
    const q = made();
    expect(laid(moveMany(q, ['q2', 'q1'], 1))).toEqual(['w', 'q3 q1 q2', 'x q4']);
    expect(laid(moveMany(q, ['q2', 'q3'], -1))).toEqual(['w', 'q2 q3 q1', 'x q4']);
    expect(laid(moveMany(q, ['q1', 'q3'], 1))).toEqual(['w', 'q2', 'q1 q3 x q4']);
    expect(laid(moveMany(q, ['q1', 'q2', 'q3'], 1))).toEqual(['w', 'q1 q2 q3 x q4']);
    expect(laid(moveMany(q, ['q4'], -1))).toEqual(['w', 'q1 q2 q3', 'q4 x']);
    expect(moveMany(q, ['q4'], 1)).toBeNull();
    expect(moveMany(q, [], 1)).toBeNull();
    expect(laid(moveToPage(q, ['q3', 'q1'], 'p2'))).toEqual(['w', 'q2', 'x q4 q1 q3']);
    expect(laid(moveToPage(q, ['q4'], 'hello'))).toEqual(['w q4', 'q1 q2 q3', 'x']);
    expect(moveToPage(q, ['q1'], 'gone')).toBeNull();
  });

  it('land between any two blocks, also of other kinds, and where they stand already nothing changes', () => {
    const q = made();
    expect(laid(placeBlocks(q, ['q1'], 'p2', 'x'))).toEqual(['w', 'q2 q3', 'x q1 q4']);
    expect(laid(placeBlocks(q, ['x', 'q3'], 'p1', null))).toEqual(['w', 'q3 x q1 q2', 'q4']);
    expect(laid(placeBlocks(q, ['w'], 'p1', 'q2'))).toEqual(['q1 q2 w q3', 'x q4']);
    expect(laid(placeBlocks(q, ['q1', 'q2'], 'p1', 'q3'))).toEqual(['w', 'q3 q1 q2', 'x q4']);
    // Behind itself, or behind its neighbour above.
    expect(placeBlocks(q, ['q2'], 'p1', 'q2')).toBeNull();
    expect(placeBlocks(q, ['q2'], 'p1', 'q1')).toBeNull();
    expect(laid(placeBlocks(q, ['q3', 'q2'], 'p1', 'q3'))).toBeNull();
    expect(placeBlocks(q, ['gone'], 'p1', null)).toBeNull();
  });

  it('are removed with the pages that nothing is left on', () => {
    expect(laid(removeMany(made(), ['q1', 'q4']))).toEqual(['w', 'q2 q3', 'x']);
    expect(laid(removeMany(made(), ['q1', 'q2', 'q3', 'gone']))).toEqual(['w', 'x q4']);
    expect(removeMany(made(), ['gone'])).toBeNull();
  });

  it('take a setting; those that have it already are left alone', () => {
    const edit = setOnAll(made(), ['q1', 'q2'], 'required', true);
    expect(edit?.ops).toHaveLength(1);
    expect(after(made(), edit)?.pages[1]?.blocks).toMatchObject([{ required: true }, { required: true }, {}]);
    expect(setOnAll(made(), ['q1'], 'required', true)).toBeNull();
    expect(shared(made(), 'required', false)).toEqual({ value: true, others: 2, of: 4 });
    expect(shared(made(), 'marks', 1)).toEqual({ value: 1, others: 1, of: 4 });
  });

  it('are copied into another quiz, and within one with all they are worth', () => {
    const q = made();
    const copied = copyText(q, ['q4', 'q2']);
    const same = pasteEdit(q, copied, 'p2');
    const pasted = after(q, same?.edit ?? null)?.pages.slice(3, 5);
    expect(pasted).toMatchObject([
      { blocks: [{ prompt: 'q2', topic: 't1', options: [{ weights: { s: 1 } }, {}] }] },
      { blocks: [{ prompt: 'q4', topic: 't2', marks: 2 }] },
    ]);
    expect(pasted?.[0]?.blocks[0]?.id).toBe(same?.first);
    const other = { ...quiz([page('o', [ab('o1', {})])], { scales: [{ id: 's', name: 'S' }], id: 'other' }) };
    const there = after(other, pasteEdit(other, copied, 'o')?.edit ?? null);
    expect(there).toMatchObject({ topics: [{ name: 'One' }, { name: 'Two' }] });
    expect(JSON.stringify(there?.pages[1])).not.toContain('weights');
    for (const wrong of ['', 'Which rain?', '{', '{"a":1}']) expect(pasteEdit(q, wrong, 'p2')).toBeNull();
  });

  it('are put on pages anew, with what stands above them', () => {
    const anew = (how: Parameters<typeof paged>[1]) => {
      const done = paged(made(), how);
      return done && 'edit' in done ? after(made(), done.edit) : done;
    };
    const each = anew('each') as Quiz;
    expect(layout(each)).toEqual(['w', 'q1', 'q2', 'q3', 'x q4']);
    expect(each.pages.map((p) => p.id).filter((id) => ['hello', 'p1', 'p2', 'end'].includes(id))).toHaveLength(4);
    expect(layout(anew('one') as Quiz)).toEqual(['w', 'q1 q2 q3 x q4']);
    const topics = anew('topic') as Quiz;
    expect(layout(topics)).toEqual(['w', 'q2', 'q1 x q4', 'q3']);
    expect(topics.pages.map((p) => p.name).slice(1, 3)).toEqual(['One', 'Two']);
    expect(paged(each, 'each')).toBeNull();
  });

  it('are left on their pages where one of them leads somewhere', () => {
    const q = made();
    const firm = quiz([...q.pages.slice(0, 2), { ...page('p2', q.pages[2]?.blocks ?? []), otherwise: 'finish' }], {
      scales: q.scales,
      topics: q.topics,
    });
    expect(paged(firm, 'one')).toMatchObject({ why: expect.stringContaining('“p2”') as string });
  });

  it('are found by their words, wherever they stand', () => {
    const q = made();
    expect(findIn(q, 'RAIN')).toEqual([{ page: 'p2', block: 'x', text: 'Now for the rain' }]);
    expect(findIn(q, 'q4')).toMatchObject([{ block: 'q4' }]);
    expect(findIn(q, 'b')).toMatchObject([{ option: 'b' }, { option: 'b' }, { option: 'b' }]);
    expect(findIn(q, 'p2')).toEqual([{ page: 'p2', block: 'p2', text: 'p2' }]);
    expect(findIn(q, ' ')).toEqual([]);
  });
});

test('what is set for all questions holds for those that are there and those that come', () => {
  const begin = made();
  const set = after(begin, setForAll(begin, 'shuffle', true)) ?? begin;
  expect(set.usual).toEqual({ shuffle: true });
  expect(shared(set, 'shuffle', false)).toMatchObject({ value: true, others: 0 });
  expect(setForAll(set, 'shuffle', true)).toBeNull();
  const back = after(set, setForAll(set, 'shuffle', undefined)) ?? set;
  expect(back.usual).toBeUndefined();
  expect(shared(back, 'shuffle', false)).toMatchObject({ value: false, others: 0 });
});
