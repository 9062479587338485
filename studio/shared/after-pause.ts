'use client';
import { startTransition, useEffect, useState } from 'react';

/**
 * A value as it stood at the last pause: for what is looked at beside the typing, and need not be drawn at every
 * keystroke. A key that comes while it is being drawn goes first.
 */
export function useAfterPause<T>(value: T, ms = 120): T {
  const [held, setHeld] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => startTransition(() => setHeld(() => value)), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return held;
}
