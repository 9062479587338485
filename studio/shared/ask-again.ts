'use client';
import { useEffect, useRef } from 'react';

/**
 * Asks again and again while the window is seen: each time so long after the last answer has come, so that a server that is slow is not asked
 * the same thing twice at once.
 * @param every milliseconds
 */
export function useAskAgain(ask: () => Promise<unknown>, every: number): void {
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    let over = false;
    const next = () => {
      if (!over) timer = setTimeout(look, every);
    };
    const look = () => {
      if (document.visibilityState !== 'visible') {
        next();
        return;
      }
      void latest.current().then(next, next);
    };
    next();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [every]);
}
