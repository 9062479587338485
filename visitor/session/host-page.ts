'use client';
/** What the quiz and the page around it say to each other, where it stands in one. */
import { useEffect, useRef, useState } from 'react';
import { fieldOf, isObject } from '../../core/values/unknown';

const isAlone = () => window.parent === window;
const say = (what: object) => window.parent.postMessage({ yesMaybe: 1, ...what }, '*');
const sayHeight = (top: boolean) =>
  say({ height: document.querySelector('.v-page')?.getBoundingClientRect().height ?? 0, top });

/** Tells what has happened, and nothing about whom it happened to. */
export function tellHostPage(type: string, edition: number, { at, of }: { at: number; of: number }): void {
  if (!isAlone()) say({ event: { type, edition, at, of } });
}

/** Milliseconds to wait for a page around that may not answer. */
const WAIT = 1_500;

/**
 * Asks the page around for what stands in its own address, or is said where the quiz stands: nothing else of it is handed over.
 * @param names of what the quiz declares
 * @returns what it says of them; nothing where there is no page around that knows us
 */
export function askHostPage(names: readonly string[]): Promise<Record<string, string>> {
  if (isAlone() || names.length === 0) return Promise.resolve({});
  return new Promise((resolve) => {
    const done = (values: Record<string, string>) => {
      clearTimeout(timer);
      window.removeEventListener('message', hear);
      resolve(values);
    };
    const hear = ({ source, data }: MessageEvent<unknown>) => {
      if (source !== window.parent || fieldOf(data, 'yesMaybe') !== 1) return;
      const values = fieldOf(data, 'values');
      if (isObject(values))
        done(
          Object.fromEntries(
            Object.entries(values).filter((one): one is [string, string] => typeof one[1] === 'string'),
          ),
        );
    };
    const timer = setTimeout(() => done({}), WAIT);
    window.addEventListener('message', hear);
    say({ asks: names });
  });
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
    return () => observer.disconnect();
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
