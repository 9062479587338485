/**
 * Characters that no database keeps and no browser draws: NUL, and halves of a pair (an emoji that was cut). They come in by escapes alone,
 * since bytes that are no UTF-8 were replaced before.
 */
const strange = /\\u(?:0000|[dD][89a-fA-F])/;

const replaced = (text: string): string => text.toWellFormed().replaceAll('\u0000', '\ufffd');

/**
 * What was read from JSON, with U+FFFD in the place of such characters, in keys too.
 * @param json the text that it was read from: where it has no such escape, nothing is looked through
 */
export function wellFormed(json: string, value: unknown): unknown {
  return strange.test(json) ? cleaned(value) : value;
}

function cleaned(value: unknown): unknown {
  if (typeof value === 'string') return replaced(value);
  if (Array.isArray(value)) return value.map(cleaned);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [replaced(key), cleaned(one)]));
}

/** One text that comes from somewhere else than JSON. */
export const wellFormedText = (text: string): string => replaced(text);
