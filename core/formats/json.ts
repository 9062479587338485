import type { Quiz } from '../quiz/schema';
import { type Fault, validateQuiz } from '../quiz/validate';

/** Reads a quiz file. @returns the quiz, or every fault with its place: a JSON pointer, or the line where it is not JSON */
export function readJson(text: string): { quiz: Quiz } | { faults: Fault[] } {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\ufeff/, ''));
  } catch (error) {
    return { faults: [{ place: placeOfSyntax(text, error), reason: 'this is not JSON' }] };
  }
  return validateQuiz(value);
}

/** "line 12", from what the engine says of a syntax error. */
export function placeOfSyntax(text: string, error: unknown): string {
  const position = Number(/position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1] ?? text.length);
  return `line ${text.slice(0, position).split('\n').length}`;
}

export const writeJson = (quiz: Quiz): string => `${JSON.stringify(quiz, null, 2)}\n`;
