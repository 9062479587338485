'use client';
/** What the quiz and the page around it say to each other, where it stands in one. */
import { useEffect, useRef, useState } from 'react';

const isAlone = () => window.parent === window;
const say = (what: object) => window.parent.postMessage({ yesMaybe: 1, ...what }, '*');
const sayHeight = (top: boolean) =>
  say({ height: document.querySelector('.v-page')?.getBoundingClientRect().height ?? 0, top });

/** Tells what has happened, and nothing about whom it happened to. */
export function tellHostPage(type: string, edition: number, { at, of }: { at: number; of: number }): void {
  if (!isAlone()) say({ event: { type, edition, at, of } });
}

/**
 * Keeps the page around at the height that is needed, and each new page of the quiz at its top.
 * @param pageId of the page that is shown
 * @returns whether there is a page around
 */
export function useHostPage(pageId: string | undefined): boolean {
  const [embedded, setEmbedded] = useState(false);
  useEffect(() => {
    if (isAlone()) return;
    setEmbedded(true);
    sayHeight(false);
    const observer = new ResizeObserver(() => sayHeight(false));
    const page = document.querySelector('.v-page');
    if (page) observer.observe(page);
    // The page around cannot hear the keys in here; where the quiz stands over it, Escape closes it.
    const keys = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && !event.defaultPrevented) say({ escape: true });
    };
    window.addEventListener('keydown', keys);
    return () => {
      observer.disconnect();
      window.removeEventListener('keydown', keys);
    };
  }, []);
  const shown = useRef(pageId);
  useEffect(() => {
    if (shown.current === pageId) return;
    shown.current = pageId;
    if (isAlone()) window.scrollTo({ top: 0 });
    else sayHeight(true);
  }, [pageId]);
  return embedded;
}
