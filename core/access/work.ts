/** A proof of work: a number that makes a hash begin with zeros. It is found by trying, and checked by one hash. */
import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';

export type Work = { challenge: string; bits: number };

/** Whether a hash begins with so many zero bits, at most 32. */
export function beginsWithZeros(hash: Uint8Array, bits: number): boolean {
  const [a = 0, b = 0, c = 0, d = 0] = hash;
  const first = ((a << 24) | (b << 16) | (c << 8) | d) >>> 0;
  return bits === 0 || first >>> (32 - bits) === 0;
}

export const isDone = (proof: string, bits: number): boolean => beginsWithZeros(sha256(utf8ToBytes(proof)), bits);

/** Tries the numbers from `from` on. @returns the proof, or null where none of `most` numbers makes one */
export function workOn({ challenge, bits }: Work, from = 0, most = Infinity): string | null {
  for (let n = from; n < from + most; n++) {
    const proof = `${challenge}.${n.toString(36)}`;
    if (isDone(proof, bits)) return proof;
  }
  return null;
}
