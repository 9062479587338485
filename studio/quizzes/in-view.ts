/** Which quizzes the list shows, and in what order. */
import { fold } from '../../core/text/fold';
import type { QuizLine } from '../../contract/quizzes';

export type SortBy = 'title' | 'runs' | 'finish' | 'contacts' | 'changed';
export type ListView = {
  search: string;
  /** One of the labels; "" for all. */
  label: string;
  /** Those that were put aside, instead of the others. */
  archived: boolean;
  by: SortBy;
  /** Largest, newest, last of the alphabet first. */
  isDown: boolean;
};
export const firstView: ListView = { search: '', label: '', archived: false, by: 'changed', isDown: true };

const finish = (line: QuizLine): number => (line.runs === 0 ? -1 : line.finished / line.runs);
const order: Record<SortBy, (a: QuizLine, b: QuizLine) => number> = {
  title: (a, b) => a.title.localeCompare(b.title),
  runs: (a, b) => a.runs - b.runs,
  finish: (a, b) => finish(a) - finish(b),
  contacts: (a, b) => a.contacts - b.contacts,
  changed: (a, b) => a.changedAt.localeCompare(b.changedAt),
};

export function linesIn(lines: readonly QuizLine[], { search, label, archived, by, isDown }: ListView): QuizLine[] {
  const words = fold(search).split(' ').filter(Boolean);
  const found = lines.filter((line) => {
    const text = fold([line.title, line.description, line.label, line.changedBy].join(' '));
    return (
      line.isArchived === archived && (label === '' || line.label === label) && words.every((w) => text.includes(w))
    );
  });
  return found.sort((a, b) => (isDown ? -1 : 1) * order[by](a, b) || a.id.localeCompare(b.id));
}

export const labelsIn = (lines: readonly QuizLine[]): string[] =>
  [...new Set(lines.map((line) => line.label).filter(Boolean))].sort((a, b) => a.localeCompare(b));

/** What pressing the head of a column does: figures come largest first, words from A. */
export const sortedBy = (view: ListView, by: SortBy): ListView => ({
  ...view,
  by,
  isDown: view.by === by ? !view.isDown : by !== 'title',
});
