'use client';
import { createContext, type ReactNode, useContext, useEffect, useState } from 'react';
import { type Remote, wrap } from 'comlink';
import type { Finding } from '../core/check/check';
import type { Odds } from '../core/rehearse/odds';
import { useQuiz } from './document';
import type { RehearsalApi } from './rehearsal.worker';
import type { OtherQuiz } from './shell/live';

type Rehearsal = { odds: Odds | null; findings: Finding[]; /** the quiz has changed since */ stale: boolean };
const Context = createContext<Rehearsal>({ odds: null, findings: [], stale: true });
export const useRehearsal = () => useContext(Context);

/** Keeps a rehearsal and the check of the open quiz up to date, a moment after each pause in editing. */
export function RehearsalProvider({ quizzes, children }: { quizzes: OtherQuiz[]; children: ReactNode }) {
  const quiz = useQuiz();
  const [api, setApi] = useState<Remote<RehearsalApi> | null>(null);
  const [state, setState] = useState<Rehearsal>({ odds: null, findings: [], stale: true });
  useEffect(() => {
    const worker = new Worker(new URL('./rehearsal.worker.ts', import.meta.url), { type: 'module' });
    setApi(() => wrap<RehearsalApi>(worker));
    return () => worker.terminate();
  }, []);
  useEffect(() => {
    if (!api) return;
    let over = false;
    setState((old) => (old.stale ? old : { ...old, stale: true }));
    const timer = setTimeout(() => {
      const published = quizzes.filter((q) => q.live || q.id === quiz.id).map((q) => q.id);
      void api.look(quiz, published).then((seen) => {
        if (!over) setState({ ...seen, stale: false });
      });
    }, 250);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [api, quiz, quizzes]);
  return <Context.Provider value={state}>{children}</Context.Provider>;
}
