/**
 * The seeded generator: splitmix32 (Steele, Lea and Flood 2014, in its 32-bit form), started from an FNV-1a hash of the
 * seed and what it is for. The same seed gives the same draws on any machine.
 * @returns a function that gives the next number, 0 ≤ x < 1
 */
export function randomOf(seed: number, purpose = ''): () => number {
  let state = hashOf(`${seed}:${purpose}`);
  return () => {
    state = (state + 0x9e3779b9) >>> 0;
    let z = state;
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b);
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35);
    return ((z ^ (z >>> 16)) >>> 0) / 4294967296;
  };
}

/** The FNV-1a hash of a text (Fowler, Noll and Vo), 32 bits, over its code points. */
export function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (const char of text) hash = Math.imul(hash ^ (char.codePointAt(0) ?? 0), 0x01000193) >>> 0;
  return hash;
}

/** A copy in a new order (Fisher and Yates). */
export function shuffled<T>(items: readonly T[], random: () => number): T[] {
  const copy = [...items];
  for (let i = copy.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    // Both indexes are within the list.
    [copy[i], copy[j]] = [copy[j] as T, copy[i] as T];
  }
  return copy;
}
