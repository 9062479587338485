import type { QuizLine } from '../../contract/quizzes';
import { firstView, labelsIn, linesIn, type ListView, sortedBy } from './in-view';

const line = (id: string, more: Partial<QuizLine> = {}): QuizLine => ({
  id,
  title: id,
  description: '',
  state: 'live',
  edition: 1,
  faults: null,
  days: [],
  runs: 0,
  finished: 0,
  contacts: 0,
  changedAt: '2027-01-01T00:00:00.000Z',
  changedBy: 'Wren',
  label: '',
  isArchived: false,
  isShut: false,
  ...more,
});
const lines = [
  line('Ferry', { runs: 10, finished: 9, label: 'Spring', changedAt: '2027-01-03T00:00:00.000Z' }),
  line('Äpfel', { runs: 30, finished: 3, description: 'What grows here', changedAt: '2027-01-02T00:00:00.000Z' }),
  line('Bread', { label: 'Winter', changedBy: 'Otto' }),
  line('Old', { isArchived: true, label: 'Spring' }),
];
const shown = (view: Partial<ListView>) => linesIn(lines, { ...firstView, ...view }).map((one) => one.id);

test.each<[string, Partial<ListView>, string[]]>([
  ['what was changed last, first', {}, ['Ferry', 'Äpfel', 'Bread']],
  ['by title', { by: 'title', isDown: false }, ['Äpfel', 'Bread', 'Ferry']],
  ['by runs', { by: 'runs' }, ['Äpfel', 'Ferry', 'Bread']],
  ['by the share that finishes, those without any last', { by: 'finish' }, ['Ferry', 'Äpfel', 'Bread']],
  ['all words, in any case and order, wherever they stand', { search: 'HERE  grows' }, ['Äpfel']],
  ['who changed it', { search: 'otto' }, ['Bread']],
  ['one label', { label: 'Spring' }, ['Ferry']],
  ['what was put aside', { archived: true }, ['Old']],
  ['nothing where nothing fits', { search: 'tram' }, []],
])('shows %s', (_, view, expected) => expect(shown(view)).toEqual(expected));

test('labels are told once, in order', () => expect(labelsIn(lines)).toEqual(['Spring', 'Winter']));

test('a column pressed twice is turned round; figures begin with the largest', () => {
  const once = sortedBy(firstView, 'runs');
  expect(once).toMatchObject({ by: 'runs', isDown: true });
  expect(sortedBy(once, 'runs')).toMatchObject({ isDown: false });
  expect(sortedBy(firstView, 'title')).toMatchObject({ isDown: false });
});
