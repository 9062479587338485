'use client';
import { useEffect, useRef } from 'react';

/** Milliseconds without a key. */
const PAUSE = 700;

/** Keeps what is typed: after a pause, when its field is left, and when the field goes away. @returns keeping it now */
export function useKeepTyped(value: string, kept: string, keep: (value: string) => unknown): () => void {
  const latest = useRef(() => {});
  useEffect(() => {
    latest.current = () => {
      if (value.trim() !== kept) keep(value.trim());
    };
  });
  useEffect(() => {
    const timer = setTimeout(() => latest.current(), PAUSE);
    return () => clearTimeout(timer);
  }, [value]);
  useEffect(() => () => latest.current(), []);
  return () => latest.current();
}
