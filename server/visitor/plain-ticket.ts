/**
 * What stands in the address of a page without scripts, where there is nothing else to keep a run in. It is good for one page of one run: an
 * address that somebody copies, or plants on somebody else, shows nothing any more as soon as its page was sent.
 */
import { createHash } from 'node:crypto';
import { EncryptJWT, jwtDecrypt } from 'jose';
import { LONGEST_TICKET } from '../../contract/visits';
import { readConfig } from '../platform/config';

/** The run's own token, which never stands in an address, and the number of things sent when the page was made. */
export type PlainTicket = { token: string; seq: number };

const ISSUER = 'plain-form';
const GOOD_FOR = '7 days';

let made: Uint8Array | undefined;
const key = (): Uint8Array => (made ??= createHash('sha256').update(`${ISSUER} ${readConfig().authSecret}`).digest());

/** @param address of the quiz; at another one the ticket is none */
export const plainTicket = (address: string, { token, seq }: PlainTicket): Promise<string> =>
  new EncryptJWT({ token, seq })
    .setProtectedHeader({ alg: 'dir', enc: 'A256GCM' })
    .setIssuer(ISSUER)
    .setAudience(address)
    .setExpirationTime(GOOD_FOR)
    .encrypt(key());

/** What a ticket says; null where it is forged, too old, or of another quiz. */
export async function readPlainTicket(address: string, text: string): Promise<PlainTicket | null> {
  if (text.length > LONGEST_TICKET) return null;
  try {
    const { payload } = await jwtDecrypt(text, key(), { issuer: ISSUER, audience: address });
    const { token, seq } = payload;
    return typeof token === 'string' && typeof seq === 'number' ? { token, seq } : null;
  } catch {
    return null;
  }
}
