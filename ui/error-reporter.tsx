'use client';
import { useEffect } from 'react';
import { reportErrors } from './browser-errors';

/** @param share of the pages that report their first error, 0..1 */
export function ErrorReporter({ share }: { share: number }) {
  useEffect(() => reportErrors(share, Math.random()), [share]);
  return null;
}
