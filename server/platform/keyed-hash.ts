import { createHmac, timingSafeEqual } from 'node:crypto';
import { readConfig } from './config';

/**
 * A hash that nobody can make without the secret of this installation, and that tells nothing of what was hashed.
 * @param purpose so that a hash of one kind is never one of another
 */
export const keyedHash = (purpose: string, ...parts: string[]): string =>
  createHmac('sha256', readConfig().authSecret)
    .update([purpose, ...parts].map((part) => `${part.length}:${part}`).join(''))
    .digest('base64url');

/** Whether two texts are the same, in a time that does not tell how far they are. */
export const isSameText = (a: string, b: string): boolean =>
  a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));
