import { applyEdit, type Edit } from '../../core/document/edits';
import { isQuestion } from '../../core/document/lookup';
import { choice, option, page, quiz, text } from '../../tests/quizzes';
import type { Question, Quiz } from '../../core/schema/quiz';
import {
  applyPreset,
  asOthers,
  begun,
  beginWith,
  keepPreset,
  removePreset,
  settingsOf,
  unlikeOthers,
} from './preset-edits';

const ab = (id: string, more: object = {}) => choice(id, [option('a'), option('b')], more);
const made = quiz([page('p1', [ab('q1', { marks: 3, shuffle: true, hint: 'Think' }), ab('q2'), ab('q3'), text('q4')])]);
const after = (q: Quiz, edit: Edit | null): Quiz => {
  if (!edit) throw new Error('nothing to do');
  const done = applyEdit(q, edit);
  if (!('quiz' in done)) throw new Error(done.refused.message);
  const back = applyEdit(done.quiz, done.inverse);
  expect('quiz' in back && back.quiz).toEqual(q);
  return done.quiz;
};
const question = (q: Quiz, id: string) => q.pages.flatMap((p) => p.blocks).find((b) => b.id === id) as Question;

test('settings are kept by a name, given to others, and nothing else goes along', () => {
  const kept = after(made, keepPreset(made, question(made, 'q1'), ' Hard ones '));
  const [preset] = kept.presets ?? [];
  if (!preset) throw new Error('no preset');
  expect(preset).toMatchObject({ name: 'Hard ones', settings: { required: true, marks: 3, shuffle: true } });
  const given = after(kept, applyPreset(kept, ['q2', 'q4'], preset));
  for (const id of ['q2', 'q4']) expect(settingsOf(question(given, id))).toEqual(preset.settings);
  expect(question(given, 'q2').hint).toBeUndefined();
  expect(applyPreset(given, ['q1', 'q2'], preset)).toBeNull();
  // What a preset does not set is as usual again.
  const plain = { ...preset, settings: {} };
  expect(settingsOf(question(after(given, applyPreset(given, ['q1'], plain)), 'q1'))).toEqual({});
});

test('the same name again is the same preset', () => {
  const first = after(made, keepPreset(made, question(made, 'q1'), 'Mine'));
  const second = after(first, keepPreset(first, question(first, 'q4'), 'mine'));
  expect(second.presets).toHaveLength(1);
  expect(second.presets?.[0]).toMatchObject({ id: first.presets?.[0]?.id, name: 'Mine', settings: {} });
  expect(after(second, removePreset(second, second.presets?.[0]?.id ?? '')).presets).toBeUndefined();
});

test('new questions begin with a preset where one is chosen', () => {
  const kept = after(made, keepPreset(made, question(made, 'q1'), 'Mine'));
  expect(begun(kept, ab('new', { required: false }))).toMatchObject({ required: false });
  const begins = after(kept, beginWith(kept, kept.presets?.[0]?.id ?? ''));
  expect(begun(begins, ab('new', { required: false }))).toMatchObject({ required: true, marks: 3, shuffle: true });
  expect(begun(begins, { id: 'w', kind: 'words', body: '' })).toEqual({ id: 'w', kind: 'words', body: '' });
  expect(after(begins, beginWith(begins, null)).presets?.[0]?.fresh).toBeUndefined();
});

test('what is unlike the other questions shows, and can be taken back', () => {
  expect(unlikeOthers(made, question(made, 'q1'))).toEqual([
    { field: 'marks', others: 1 },
    { field: 'shuffle', others: false },
  ]);
  expect(unlikeOthers(made, question(made, 'q4'))).toEqual([{ field: 'required', others: true }]);
  expect(asOthers(made, question(made, 'q2'))).toBeNull();
  const back = after(made, asOthers(made, question(made, 'q4')));
  expect(question(back, 'q4').required).toBe(true);
  const all = after(back, asOthers(back, question(back, 'q1')));
  for (const b of all.pages[0]?.blocks ?? []) if (isQuestion(b)) expect(unlikeOthers(all, b)).toEqual([]);
});

test('new questions begin with what was set for all, and a preset goes before it', () => {
  const quizWith = (more: Partial<Quiz>) => ({ ...made, ...more });
  expect(begun(quizWith({ usual: { shuffle: true, marks: 2 } }), ab('q9'))).toMatchObject({ shuffle: true, marks: 2 });
  const presets = [{ id: 'hard', name: 'Hard', settings: { marks: 5 }, fresh: true }];
  expect(begun(quizWith({ usual: { shuffle: true, marks: 2 }, presets }), ab('q9'))).toMatchObject({
    shuffle: true,
    marks: 5,
  });
  expect(begun(quizWith({ usual: { marks: 2 } }), { id: 'w', kind: 'words', body: 'x' })).not.toHaveProperty('marks');
});
