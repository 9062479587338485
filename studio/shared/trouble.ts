/** What is told of something that did not work. */
export const messageOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'That did not work just now.';
