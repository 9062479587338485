/** A quiz as the list shows it. */
export type QuizLine = {
  id: string;
  title: string;
  description: string;
  state: 'live' | 'changed' | 'draft';
  edition: number | null;
  /** What the check says; null while it is still looking. */
  faults: { errors: number; warnings: number } | null;
  /** Runs started on each of the last thirty days, oldest first. */
  days: number[];
  runs: number;
  finished: number;
  contacts: number;
  changedAt: string;
  changedBy: string;
};
