/** Whether a language is written from right to left. */
export const isRightToLeft = (language: string): boolean => /^(ar|fa|he|ur)\b/.test(language);
