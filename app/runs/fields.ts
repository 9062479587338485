/** How a request names a run: the address of its quiz, and the token that only the visitor's browser has. */
export const TOKEN = /^[A-Za-z0-9_-]{22,64}$/;
export const runFields = {
  address: { type: 'string', maxLength: 100 },
  token: { type: 'string', pattern: TOKEN.source },
} as const;
