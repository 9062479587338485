import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

/** Guesses, as a power of ten, that somebody needs who knows the usual passwords: a hundred thousand a second find fewer in a quarter of an hour. */
const LEAST_GUESSES = 8;

let made: ZxcvbnFactory | undefined;

/**
 * Whether a password is among those that are tried first, however long it is (zxcvbn; Wheeler, USENIX Security 2016).
 * @param about what others know of the account: its name and address
 */
export function isGuessed(password: string, about: string[]): boolean {
  made ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  // Check a prefix only, because the time grows with the square of the length.
  return made.check(password.slice(0, 72), about).guessesLog10 < LEAST_GUESSES;
}
