/** Bad input: the place and the reason, told on standard error with exit code 2. */
export class UserError extends Error {}

export const bad = (file: string, place: string, reason: string): UserError =>
  new UserError(`${file}${place ? `: ${place}` : ''}: ${reason}`);
