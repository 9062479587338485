/** Small quizzes for tests, written as short as they can be read. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Block, Choice, Option, Page, Quiz, TextQuestion, Verdict } from '../core/quiz/schema';
import { validateQuiz } from '../core/quiz/validate';

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
  const made: Quiz = {
    format: 'yes-maybe-quiz',
    version: 1,
    id: 'quiz',
    title: 'A quiz',
    description: '',
    language: 'en',
    pages: pages.some((p) => p.stage === 'result') ? pages : [...pages, result()],
    topics: [],
    scales: [],
    verdicts: [],
    known: [],
    scoring: { of: 'seen' },
    delivery: {},
    look: {},
    labels: {},
    messages: [],
    access: {},
    ...more,
  };
  const checked = validateQuiz(made);
  if ('faults' in checked) throw new Error(JSON.stringify(checked.faults));
  return checked.quiz;
}

/** A quiz of the demo. */
export function demoQuiz(name: string): Quiz {
  const checked = validateQuiz(JSON.parse(readFileSync(join(process.cwd(), 'demo', `${name}.json`), 'utf8')));
  if ('faults' in checked) throw new Error(`${name}: ${JSON.stringify(checked.faults)}`);
  return checked.quiz;
}
