/** Small quizzes for tests, written as short as they can be read. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { emptyQuiz } from '../core/document/blank';
import type { Block, Choice, Option, Page, Quiz, TextQuestion, Verdict } from '../core/schema/quiz';

export const option = (id: string, weights: Option['weights'] = {}, more: Partial<Option> = {}): Option => ({
  id,
  text: id,
  ...(Object.keys(weights).length ? { weights } : {}),
  ...more,
});
export const choice = (id: string, options: Option[], more: Partial<Choice> = {}): Choice => ({
  id,
  kind: 'choice',
  pick: 'one',
  prompt: id,
  required: true,
  options,
  ...more,
});
export const text = (id: string, more: Partial<TextQuestion> = {}): TextQuestion => ({
  id,
  kind: 'text',
  prompt: id,
  ...more,
});
export const page = (id: string, blocks: Block[], more: Partial<Page> = {}): Page => ({
  id,
  name: id,
  stage: 'ask',
  blocks,
  ...more,
});
export const result = (id = 'end', blocks: Block[] = []): Page => ({ id, name: id, stage: 'result', blocks });
export const strongest = (
  id: string,
  outcomes: string[],
  more: Partial<Extract<Verdict, { by: 'strongest' }>> = {},
): Verdict => ({
  id,
  name: id,
  by: 'strongest',
  outcomes: outcomes.map((o) => ({ id: o, name: o })),
  ...more,
});

export function quiz(pages: Page[], more: Partial<Quiz> = {}): Quiz {
  const all = pages.some((p) => p.stage === 'result') ? pages : [...pages, result()];
  const made: Quiz = { ...emptyQuiz('quiz', 'A quiz', all), ...more };
  return VALIDATE ? valid(made) : made;
}

/**
 * Loading and compiling the schema takes longer than most suites, and each suite would do it anew: quizzes of tests are validated where all
 * suites run in one process, as in mutation testing, and where VALIDATE_TEST_QUIZZES is set.
 */
const VALIDATE = process.env['VALIDATE_TEST_QUIZZES'] !== undefined;

export function valid(document: unknown): Quiz {
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- loaded only where it is needed, see above
  const { validateQuiz } = require('../core/document/validate') as typeof import('../core/document/validate');
  const checked = validateQuiz(document);
  if ('faults' in checked) throw new Error(JSON.stringify(checked.faults));
  return checked.quiz;
}

/** A quiz of the demo, which the command's tests hold to the schema. */
export const demoQuiz = (name: string): Quiz => {
  const written = JSON.parse(readFileSync(join(process.cwd(), 'demo', `${name}.json`), 'utf8')) as Quiz;
  return quiz(written.pages, written);
};
