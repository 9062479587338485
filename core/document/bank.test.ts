import { choice, option, page, quiz, text } from '../../tests/quizzes';
import { applyEdit, type Edit } from './edits';
import { contentOf, followBank, isAsKept, takeKept, withContent } from './bank';
import type { Quiz } from '../schema/quiz';

const kept = choice('k1', [option('a', {}, { credit: 1 }), option('b')], { prompt: 'Which oil?', marks: 2 });
const bank = quiz([page('p', [kept, text('k2', { accept: ['chain'] })])]);
const linked = choice('q1', [option('a', { s: 3 }, { credit: 1, guess: 60 }), option('b')], {
  prompt: 'Which oil?',
  marks: 2,
  linked: 'k1',
  topic: 't',
  marksTo: 's',
});
const own = quiz([page('p1', [text('q0'), linked, text('q2', { linked: 'k2', accept: ['my own'] })])], {
  topics: [{ id: 't', name: 'T' }],
  scales: [{ id: 's', name: 'S' }],
});
const changed = {
  ...bank,
  pages: [
    page('p', [
      {
        ...kept,
        prompt: 'Which oil for the chain?',
        options: [option('c'), option('a', {}, { credit: 1, text: 'Dry' })],
      },
      text('k2', { accept: ['chain', 'chains'] }),
    ]),
  ],
} satisfies Quiz;
const after = (q: Quiz, edit: Edit | null): Quiz => {
  if (!edit) return q;
  const done = applyEdit(q, edit);
  if (!('quiz' in done)) throw new Error(done.refused.message);
  return done.quiz;
};

describe('a question of the bank', () => {
  it('is its wording, answers and key, and not what it means in one quiz', () => {
    expect(contentOf(linked)).toEqual(contentOf(kept));
    expect(isAsKept(linked, kept)).toBe(true);
    expect(isAsKept({ ...linked, marks: 3 }, kept)).toBe(false);
  });
  it('changes in every quiz that takes it, where weights, topic and place stay', () => {
    const blocks = after(own, followBank(own, bank, changed)).pages[0]?.blocks;
    expect(blocks?.map((b) => b.id)).toEqual(['q0', 'q1', 'q2']);
    expect(blocks?.[1]).toEqual({
      ...linked,
      prompt: 'Which oil for the chain?',
      options: [option('c'), option('a', { s: 3 }, { credit: 1, text: 'Dry', guess: 60 })],
    });
  });
  it('leaves alone what a quiz has changed in it, and what the bank does not know', () => {
    expect(after(own, followBank(own, bank, changed)).pages[0]?.blocks[2]).toEqual(own.pages[0]?.blocks[2]);
    expect(followBank(own, bank, bank)).toBeNull();
    expect(followBank(own, { ...bank, pages: [] }, changed)).toBeNull();
    expect(followBank(own, bank, { ...bank, pages: [] })).toBeNull();
  });
  it('can be taken again as the bank has it', () => {
    const mine = text('q2', { linked: 'k2', accept: ['my own'] });
    const k2 = text('k2', { accept: ['chain'] });
    expect(after(own, takeKept(own, mine, k2)).pages[0]?.blocks[2]).toEqual({ ...k2, id: 'q2', linked: 'k2' });
    expect(takeKept(own, linked, kept)).toBeNull();
    expect(takeKept(bank, mine, k2)).toBeNull();
  });
  it('may become another kind', () => {
    expect(withContent(linked, contentOf(text('k1', { accept: ['dry'] })))).toMatchObject({
      id: 'q1',
      kind: 'text',
      accept: ['dry'],
      linked: 'k1',
      topic: 't',
    });
  });
});
