'use client';
/**
 * The quiz being edited, in the browser. Every edit shows at once, is kept on this device until the server has it on disk, and is sent again
 * after a lost connection or a closed window. Edits of other windows come in by the same list of revisions, so that two windows on one quiz
 * lose nothing.
 */
import { createContext, useContext } from 'react';
import { createStore, type StoreApi, useStore } from 'zustand';
import { call, HttpError } from '../../contract/call';
import type { Edit } from '../../core/document/edits';
import type { Quiz } from '../../core/schema/quiz';
import { answered, edited, informed, opened, sending, type State, stepped, turnedAway } from './state';
import { keepEdits, keptEdits } from './storage';

export type DocumentState = State & {
  quizId: string;
  saving: 'saved' | 'saving' | 'offline';
  savedAt: string;
  /** @returns whether it could be made */
  edit: (edit: Edit, field?: string) => boolean;
  undo: () => void;
  redo: () => void;
  dismiss: () => void;
  /** Sends what is pending; done when the server has answered, or cannot be reached. */
  flush: () => Promise<void>;
  /** Asks what others have changed. */
  catchUp: () => Promise<void>;
};

/** Milliseconds after an edit at which it is sent, and at most after the first that waits: others see somebody type. */
const SOON = 350;
const LATEST = 700;
/** Milliseconds after which it is tried again. */
const AGAIN = 4_000;
/** Edits sent at once. */
const BATCH = 200;

const made = () => ({ id: crypto.randomUUID(), at: Date.now() });

export function createDocument({
  quizId,
  quiz,
  revision,
  savedAt,
  isKept = true,
}: {
  quizId: string;
  quiz: Quiz;
  revision: number;
  savedAt: string;
  /** Whether edits are kept, on this device and on the server; in the gallery they are not. */
  isKept?: boolean;
}): StoreApi<DocumentState> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let flight: Promise<void> | null = null;
  /** When the oldest edit was made that was not sent yet. */
  let waitingSince: number | null = null;

  const store = createStore<DocumentState>((set, get) => {
    const later = (wait: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => void get().flush(), wait);
    };
    const soon = () => {
      waitingSince ??= Date.now();
      later(Math.max(0, Math.min(SOON, waitingSince + LATEST - Date.now())));
    };
    /** Shows what an edit made of the state, keeps it on this device, and sends it soon. */
    const changed = (state: State) => {
      const isPending = state.pending !== get().pending;
      if (!isPending || !isKept) {
        set(state);
        return;
      }
      set({ ...state, saving: 'saving' });
      remember(get());
      soon();
    };
    const taken = (state: State) => {
      const isNew = state.revision > get().revision;
      const isSaved = state.pending.length === 0;
      set({
        ...state,
        ...(isSaved ? { saving: 'saved' as const } : {}),
        ...(isSaved && isNew ? { savedAt: new Date().toISOString() } : {}),
      });
      remember(get());
    };

    return {
      ...opened(quiz, revision, []),
      quizId,
      saving: 'saved',
      savedAt,
      edit(edit, field) {
        const state = edited(get(), edit, made(), field);
        if ('refused' in state) set({ notice: { message: state.refused.message } });
        else changed(state);
        return !('refused' in state);
      },
      undo: () => changed(stepped(get(), 'undo', made())),
      redo: () => changed(stepped(get(), 'redo', made())),
      dismiss: () => set({ notice: null }),
      async flush() {
        clearTimeout(timer);
        waitingSince = null;
        if (flight) await flight;
        if (get().pending.length === 0) return;
        const { state, batch } = sending(get(), BATCH);
        set({ ...state, saving: 'saving' });
        flight = call('POST /api/quizzes/{quiz}/edits', { quiz: quizId, body: { base: state.revision, edits: batch } })
          .then(
            (answer) => taken(answered(get(), answer)),
            (error: unknown) => {
              if (error instanceof HttpError && error.code === 'may-only-look') {
                taken(turnedAway(get(), error.message));
                return;
              }
              // The edits stay pending, and stay stored on this device.
              const message = error instanceof HttpError && error.status !== 503 ? error.message : null;
              set({ saving: 'offline', ...(message ? { notice: { message } } : {}) });
              later(AGAIN);
            },
          )
          .finally(() => (flight = null));
        await flight;
        if (get().saving !== 'offline' && get().pending.some((p) => !p.sent)) later(0);
      },
      async catchUp() {
        if (get().pending.length || flight) return;
        const asked = { quiz: quizId, query: { since: String(get().revision) } };
        const news = await call('GET /api/quizzes/{quiz}/edits', asked).catch(() => null);
        // Ignore a failure: the next poll or the next edit will retry.
        if (news && (news.whole || news.since.length)) taken(informed(get(), news));
      },
    };
  });

  if (isKept) goOnWithKept(store, quiz, revision);
  return store;
}

/** Edits that an earlier window could not send are taken up, and sent. */
function goOnWithKept(store: StoreApi<DocumentState>, quiz: Quiz, revision: number): void {
  const kept = keptEdits(store.getState().quizId);
  if (kept.length === 0) return;
  store.setState({ ...opened(quiz, revision, kept), saving: 'saving' });
  void store.getState().flush();
}

const remember = ({ quizId, pending }: DocumentState): void =>
  keepEdits(
    quizId,
    pending.map(({ id, edit }) => ({ id, edit })),
  );

const DocumentContext = createContext<StoreApi<DocumentState> | null>(null);
export const DocumentProvider = DocumentContext.Provider;

export function useDocumentStore(): StoreApi<DocumentState> {
  const store = useContext(DocumentContext);
  if (!store) throw new Error('No quiz is open here.');
  return store;
}
export const useDocument = <T>(select: (state: DocumentState) => T): T => useStore(useDocumentStore(), select);
export const useQuiz = (): Quiz => useDocument((state) => state.quiz);
