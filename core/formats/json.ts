import { parse, type ParseError } from 'jsonc-parser';
import type { Quiz } from '../schema/quiz';
import { type ValidationIssue, validateQuiz } from '../document/validate';

/** Reads a quiz file. @returns the quiz, or every fault with its place: a JSON pointer, or the line where it is not JSON */
export function readJson(text: string): { quiz: Quiz } | { faults: ValidationIssue[] } {
  const clean = text.replace(/^\ufeff/, '');
  let value: unknown;
  try {
    value = JSON.parse(clean);
  } catch {
    return { faults: [{ place: placeOfSyntax(clean), reason: 'this is not JSON' }] };
  }
  return validateQuiz(value);
}

/** "line 12": where text stops being JSON. The engine's own parser does not always say. */
function placeOfSyntax(text: string): string {
  const errors: ParseError[] = [];
  try {
    parse(text, errors, { disallowComments: true, allowTrailingComma: false });
  } catch (error) {
    // Limit the depth first, because the parser is recursive.
    if (!(error instanceof RangeError)) throw error;
    return 'line 1';
  }
  return `line ${text.slice(0, errors[0]?.offset ?? text.length).split('\n').length}`;
}

export const writeJson = (quiz: Quiz): string => `${JSON.stringify(quiz, null, 2)}\n`;
