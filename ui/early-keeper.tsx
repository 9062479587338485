'use client';
import { useEffect, useLayoutEffect, useState } from 'react';
import { caretEarly, lookEarly, putInEarly } from './early';

/**
 * Puts in what was typed and chosen before the scripts had come, as soon as the page is drawn. It stands before all else in the page, so that
 * it looks where the caret is before any field is drawn.
 */
export function EarlyKeeper() {
  useState(lookEarly);
  useLayoutEffect(caretEarly, []);
  useEffect(() => void putInEarly(), []);
  return null;
}
