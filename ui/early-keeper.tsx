'use client';
import { useEffect } from 'react';
import { putInEarly } from './early';

/** Puts in what was typed and chosen before the scripts had come, as soon as the page is drawn. */
export function EarlyKeeper() {
  useEffect(() => void putInEarly(), []);
  return null;
}
