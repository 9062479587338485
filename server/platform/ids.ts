import { createHash, randomBytes } from 'node:crypto';

const letters = '23456789abcdefghjkmnpqrstuvwxyz';
const letterOf = (byte: number): string => letters[byte % letters.length] ?? '';

/** A random id that can be read aloud: `length` characters of an alphabet without lookalikes, about 5 bits each. */
export function newId(prefix = '', length = 16): string {
  let id = '';
  while (id.length < length)
    for (const byte of randomBytes(length)) if (byte < 248 && id.length < length) id += letterOf(byte);
  return prefix ? `${prefix}-${id}` : id;
}

export const hashToken = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** A readable web address out of a title: lower case, digits and hyphens. */
export const slugOf = (title: string): string =>
  title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)
    .replace(/-+$/, '') || 'quiz';

/** A token for a run, as a browser makes one. */
export const newToken = (): string => randomBytes(24).toString('base64url');
