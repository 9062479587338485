/** Edits that the server does not have yet, on this device: they outlive the window. */
import type { SentEdit } from '../../core/document/edits';

const keyOf = (quizId: string) => `yes-maybe edits ${quizId}`;

export function keptEdits(quizId: string): SentEdit[] {
  let kept: unknown;
  try {
    kept = JSON.parse(localStorage.getItem(keyOf(quizId)) ?? '[]');
  } catch {
    // Storage is blocked, or holds something else.
    return [];
  }
  return Array.isArray(kept) ? kept.filter(isSentEdit) : [];
}

const isSentEdit = (one: unknown): one is SentEdit =>
  typeof one === 'object' && one !== null && 'id' in one && 'edit' in one && typeof one.id === 'string';

export function keepEdits(quizId: string, edits: SentEdit[]): void {
  try {
    if (edits.length) localStorage.setItem(keyOf(quizId), JSON.stringify(edits));
    else localStorage.removeItem(keyOf(quizId));
  } catch {
    // Storage is blocked, or full: pending edits live as long as the window.
  }
}
