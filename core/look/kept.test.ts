import { applyEdit } from '../document/edits';
import { page, quiz } from '../../tests/quizzes';
import { followLook, isAsKept, wearKept } from './kept';

const before = { ready: 'enamel' as const, colours: { ink: '#111111' } };
const after = { ready: 'ticket' as const };
const wears = (look: object) => quiz([page('p', [])], { look });

test('a quiz that wears a kept look follows it, and one that has gone its own way keeps its own', () => {
  const edit = followLook(wears({ ...before, kept: 'l1' }), 'l1', before, after);
  const done = edit && applyEdit(wears({ ...before, kept: 'l1' }), edit);
  expect(done && 'quiz' in done ? done.quiz.look : null).toEqual({ ready: 'ticket', kept: 'l1' });
  expect(followLook(wears({ ...before, css: '.title {}', kept: 'l1' }), 'l1', before, after)).toBeNull();
  expect(followLook(wears({ ...before, kept: 'l2' }), 'l1', before, after)).toBeNull();
  expect(followLook(wears(before), 'l1', before, after)).toBeNull();
});

test('a look is put on whatever was worn before, and not twice', () => {
  expect(wearKept(wears({}), 'l1', { ...after, kept: 'l0' })).toMatchObject({
    ops: [{ to: { ready: 'ticket', kept: 'l1' } }],
  });
  expect(wearKept(wears({ ...after, kept: 'l1' }), 'l1', after)).toBeNull();
  expect([isAsKept({ ...after, kept: 'l1' }, after), isAsKept(before, after)]).toEqual([true, false]);
});
