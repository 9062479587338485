'use client';
import { useEffect } from 'react';
import type { Findings } from '../../contract/results';

/** Tells findings of the runs that are meant at once, and whenever they change, as long as the window is seen. The browser connects again by itself. */
export function useLive(quiz: string, where: string, tell: (findings: Findings | null) => void): void {
  useEffect(() => {
    let source: EventSource | null = null;
    const follow = () => {
      if (document.visibilityState !== 'visible') {
        source?.close();
        source = null;
        return;
      }
      source ??= new EventSource(`/api/quizzes/${quiz}/live?${String(new URLSearchParams({ where }))}`);
      source.onmessage = ({ data }) => {
        // The one cast at this door: the server holds its answers to the same contract.
        tell(JSON.parse(String(data)) as Findings | null);
      };
    };
    follow();
    document.addEventListener('visibilitychange', follow);
    return () => {
      document.removeEventListener('visibilitychange', follow);
      source?.close();
    };
  }, [quiz, where, tell]);
}
