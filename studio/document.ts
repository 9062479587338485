'use client';
/**
 * The quiz being edited, in the browser: what the server has confirmed, and edits on their way to it. Every edit shows at once, is kept
 * on this device until the server has it on disk, and is sent again after a lost connection or a closed window. Edits of other windows
 * come in by the same list of revisions, so that two windows on one quiz lose nothing.
 */
import { createContext, useContext } from 'react';
import { createStore, type StoreApi, useStore } from 'zustand';
import type { Quiz } from '../core/quiz/schema';
import { applyEdit, type Edit, type EditRefusal, type Op, same } from '../core/quiz/edits';
import { request, RequestFailed } from './request';

type Pending = { id: string; edit: Edit; sent: boolean };
type Undoable = { edit: Edit; inverse: Edit; field: string | null; at: number };
type KeptEdit = { revision: number; id: string; edit: Edit; by: string };
type EditsKept = { revision: number; since: KeptEdit[]; refused: { id: string; refusal: EditRefusal }[] };

export type DocumentState = {
  quizId: string;
  /** What the screens show: the confirmed document with everything pending on top. */
  quiz: Quiz;
  confirmed: Quiz;
  revision: number;
  pending: Pending[];
  done: Undoable[];
  undone: Undoable[];
  saving: 'saved' | 'saving' | 'offline';
  savedAt: string;
  /** Told to the creator until dismissed: an edit that could not be kept, with what it would have set. */
  notice: { message: string; again?: Edit } | null;
  edit: (edit: Edit, field?: string) => boolean;
  undo: () => void;
  redo: () => void;
  dismiss: () => void;
  flush: () => Promise<void>;
  catchUp: () => Promise<void>;
};

/** Typing in one field within this time is one step of undo. */
const ONE_STEP = 1_500;
const SOON = 350;
/** Somebody who types on and on is kept, and seen in other windows, at least this often. */
const LATEST = 700;

const newEditId = () => crypto.randomUUID();
const now = () => new Date().toISOString();

export function createDocument({
  quizId,
  quiz,
  revision,
  savedAt,
}: {
  quizId: string;
  quiz: Quiz;
  revision: number;
  savedAt: string;
}): StoreApi<DocumentState> {
  const storageKey = `yes-maybe edits ${quizId}`;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | null = null;
  /** When the oldest edit was made that was not sent yet. */
  let waitingSince: number | null = null;

  const store = createStore<DocumentState>((set, get) => {
    const remember = () => {
      try {
        const { pending } = get();
        if (pending.length)
          localStorage.setItem(storageKey, JSON.stringify(pending.map(({ id, edit }) => ({ id, edit }))));
        else localStorage.removeItem(storageKey);
      } catch {
        // Storage is blocked: pending edits live as long as the window.
      }
    };
    const later = (wait: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => void get().flush(), wait);
    };
    const soon = () => {
      waitingSince ??= Date.now();
      later(Math.max(0, Math.min(SOON, waitingSince + LATEST - Date.now())));
    };

    /** Shows and queues an edit; typing in one field joins the edit still waiting, so that a sentence is not a hundred edits. */
    const queue = (edit: Edit): { inverse: Edit } | { refused: EditRefusal } => {
      const state = get();
      const applied = applyEdit(state.quiz, edit);
      if ('refused' in applied) return applied;
      const last = state.pending.at(-1);
      const joined = last && !last.sent ? join(last.edit, edit) : null;
      const pending =
        joined && last
          ? [...state.pending.slice(0, -1), { ...last, edit: joined }]
          : [...state.pending, { id: newEditId(), edit, sent: false }];
      set({ quiz: applied.quiz, pending, saving: 'saving' });
      remember();
      soon();
      return { inverse: applied.inverse };
    };

    const take = (answer: EditsKept) => {
      const state = get();
      let confirmed = state.confirmed;
      const known = new Set<string>();
      for (const kept of answer.since) {
        known.add(kept.id);
        if (kept.revision <= state.revision) continue;
        const applied = applyEdit(confirmed, kept.edit);
        if ('quiz' in applied) confirmed = applied.quiz;
      }
      const refusals = new Map(answer.refused.map((r) => [r.id, r.refusal]));
      const pending = state.pending.filter((p) => !known.has(p.id) && !refusals.has(p.id));
      let quizNow = confirmed;
      for (const p of pending) {
        const applied = applyEdit(quizNow, p.edit);
        if ('quiz' in applied) quizNow = applied.quiz;
      }
      const lost = state.pending.find((p) => refusals.has(p.id));
      set({
        confirmed,
        quiz: same(quizNow, state.quiz) ? state.quiz : quizNow,
        pending,
        revision: Math.max(state.revision, answer.revision),
        ...(pending.length === 0 ? { saving: 'saved' as const } : {}),
        ...(answer.since.some((k) => k.revision > state.revision) && pending.length === 0 ? { savedAt: now() } : {}),
        ...(lost
          ? {
              notice: {
                message: `${refusals.get(lost.id)?.message ?? ''} What you see is the newer state.`,
                again: withoutWas(lost.edit),
              },
            }
          : {}),
      });
      remember();
    };

    return {
      quizId,
      quiz,
      confirmed: quiz,
      revision,
      pending: [],
      done: [],
      undone: [],
      saving: 'saved',
      savedAt,
      notice: null,
      edit(edit, field) {
        const result = queue(edit);
        if ('refused' in result) {
          set({ notice: { message: result.refused.message } });
          return false;
        }
        const { done } = get();
        const last = done.at(-1);
        const time = Date.now();
        if (field && last?.field === field && time - last.at < ONE_STEP) {
          const joined = join(last.edit, edit);
          if (joined) {
            const inverse = invertJoined(last.inverse, joined);
            set({ done: [...done.slice(0, -1), { edit: joined, inverse, field, at: time }], undone: [] });
            return true;
          }
        }
        set({ done: [...done, { edit, inverse: result.inverse, field: field ?? null, at: time }], undone: [] });
        return true;
      },
      undo() {
        const { done, undone } = get();
        const step = done.at(-1);
        if (!step) return;
        const result = queue(step.inverse);
        if ('refused' in result)
          set({
            notice: { message: `This step cannot be undone: ${result.refused.message}` },
            done: done.slice(0, -1),
          });
        else set({ done: done.slice(0, -1), undone: [...undone, { ...step, edit: result.inverse, field: null }] });
      },
      redo() {
        const { done, undone } = get();
        const step = undone.at(-1);
        if (!step) return;
        const result = queue(step.edit);
        if ('refused' in result)
          set({
            notice: { message: `This step cannot be done again: ${result.refused.message}` },
            undone: undone.slice(0, -1),
          });
        else set({ undone: undone.slice(0, -1), done: [...done, { ...step, inverse: result.inverse }] });
      },
      dismiss: () => set({ notice: null }),
      async flush() {
        clearTimeout(timer);
        waitingSince = null;
        if (sending) await sending;
        const { pending, revision: base } = get();
        if (pending.length === 0) return;
        const batch = pending.slice(0, 200);
        const ids = new Set(batch.map((p) => p.id));
        set({ saving: 'saving', pending: pending.map((p) => (ids.has(p.id) ? { ...p, sent: true } : p)) });
        sending = request<EditsKept>(`/api/quizzes/${quizId}/edits`, {
          base,
          edits: batch.map(({ id, edit }) => ({ id, edit })),
        })
          .then(take, (error: unknown) => {
            // Nothing is thrown away: it stays pending, on this device too.
            const message = error instanceof RequestFailed && error.status !== 503 ? error.message : null;
            set({ saving: 'offline', ...(message ? { notice: { message } } : {}) });
            later(4_000);
          })
          .finally(() => (sending = null));
        await sending;
        if (get().saving !== 'offline' && get().pending.some((p) => !p.sent)) later(0);
      },
      async catchUp() {
        if (get().pending.length || sending) return;
        try {
          const since = await request<{ revision: number; since: KeptEdit[]; whole?: Quiz }>(
            `/api/quizzes/${quizId}/edits?since=${get().revision}`,
          );
          if (since.whole && !get().pending.length)
            set({ confirmed: since.whole, quiz: since.whole, revision: since.revision, done: [], undone: [] });
          else if (since.since.length && !get().pending.length) take({ ...since, refused: [] });
          else if (since.since.length) soon();
        } catch {
          // The next look, or the next edit, will tell.
        }
      },
    };
  });

  // Edits that an earlier window could not send.
  try {
    const kept = JSON.parse(localStorage.getItem(storageKey) ?? '[]') as { id: string; edit: Edit }[];
    let shown = quiz;
    for (const { edit } of kept) {
      const applied = applyEdit(shown, edit);
      if ('quiz' in applied) shown = applied.quiz;
    }
    if (kept.length) {
      store.setState({ quiz: shown, pending: kept.map((k) => ({ ...k, sent: false })), saving: 'saving' });
      void store.getState().flush();
    }
  } catch {
    // Nothing kept, or nothing readable.
  }
  return store;
}

/** Two settings of one field, one after the other, as one; null where they are anything else. */
function join(first: Edit, second: Edit): Edit | null {
  const [a, b] = [first.ops[0], second.ops[0]];
  if (first.ops.length !== 1 || second.ops.length !== 1 || a?.op !== 'set' || b?.op !== 'set') return null;
  if (!same(a.at, b.at) || !same(a.field, b.field) || !same(a.to, b.was)) return null;
  const op: Op = { op: 'set', at: a.at, field: a.field };
  if ('was' in a) op.was = a.was;
  if (b.to !== undefined) op.to = b.to;
  return { name: second.name, ops: [op] };
}

function invertJoined(inverse: Edit, joined: Edit): Edit {
  const [old, newest] = [inverse.ops[0], joined.ops[0]];
  if (old?.op !== 'set' || newest?.op !== 'set') return inverse;
  return { ...inverse, ops: [{ ...old, was: newest.to }] };
}

/** The same edit, made whatever stands there now: what "Put mine back" does. */
const withoutWas = (edit: Edit): Edit => ({
  ...edit,
  ops: edit.ops.map((op) =>
    op.op === 'set' ? { op: op.op, at: op.at, field: op.field, ...(op.to === undefined ? {} : { to: op.to }) } : op,
  ),
});

const DocumentContext = createContext<StoreApi<DocumentState> | null>(null);
export const DocumentProvider = DocumentContext.Provider;

export function useDocumentStore(): StoreApi<DocumentState> {
  const store = useContext(DocumentContext);
  if (!store) throw new Error('No quiz is open here.');
  return store;
}
export const useDocument = <T>(select: (state: DocumentState) => T): T => useStore(useDocumentStore(), select);
export const useQuiz = (): Quiz => useDocument((state) => state.quiz);
