'use client';
/** CSS of a creator's own, read when there is some: few quizzes have any. */
import { useEffect, useState } from 'react';
import type { OwnCss } from '../../core/look/own-css';

/** @returns null while it is read, or where there is none */
export function useOwnCss(text: string): OwnCss | null {
  const [read, setRead] = useState<{ text: string; made: OwnCss } | null>(null);
  useEffect(() => {
    if (!text) return;
    let isGone = false;
    void import('../../core/look/own-css').then(({ ownCss }) => !isGone && setRead({ text, made: ownCss(text) }));
    return () => void (isGone = true);
  }, [text]);
  // What was made of the text before stands until the next is read: a view that is written for does not flash.
  return text && read ? read.made : null;
}
