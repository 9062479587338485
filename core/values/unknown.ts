/** Reading what may be anything: errors that were thrown, JSON from outside. */

/** Whether something is an object with named fields, and no list. */
export const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A field of something, where it is an object and has it. */
export const fieldOf = (value: unknown, name: string): unknown =>
  typeof value === 'object' && value !== null ? Reflect.get(value, name) : undefined;

/** The same, where it is text. */
export function textOf(value: unknown, name: string): string | undefined {
  const field = fieldOf(value, name);
  return typeof field === 'string' ? field : undefined;
}

/** What an error says of itself. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
