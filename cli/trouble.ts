/** Bad input: the place and the reason, told on standard error with exit code 2. */
export class BadInput extends Error {}

export const bad = (file: string, place: string, reason: string): BadInput =>
  new BadInput(`${file}${place ? `: ${place}` : ''}: ${reason}`);
