/** A quiz as the list shows it. */
export type QuizLine = {
  id: string;
  title: string;
  description: string;
  state: 'live' | 'changed' | 'draft';
  edition: number | null;
  errors: number;
  warnings: number;
  /** Runs started on each of the last thirty days, oldest first. */
  days: number[];
  runs: number;
  finished: number;
  contacts: number;
  changedAt: string;
  changedBy: string;
};
