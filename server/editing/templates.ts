/** Complete quizzes to start from, each with a purpose. They are files, as the command reads them. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Template } from '../../contract/quizzes';
import { standAlone } from '../../core/document/stand-alone';
import { validateQuiz } from '../../core/document/validate';

const files: [purpose: string, file: string][] = [
  ['Find your type', 'demo/tourer.json'],
  ['How ready are you?', 'demo/overnight.json'],
  ['Test what you know', 'demo/repair.json'],
  ['Which product?', 'templates/which-bag.json'],
  ['How satisfied?', 'templates/after-the-ride.json'],
  ['Which way in?', 'templates/where-to-begin.json'],
];

let read: Template[] | undefined;

/** @throws Error where a file that ships with the product is not a quiz */
export const listTemplates = (): Template[] =>
  (read ??= files.map(([purpose, file]) => {
    const checked = validateQuiz(JSON.parse(readFileSync(join(process.cwd(), file), 'utf8')));
    if ('faults' in checked) throw new Error(`${file} is not a quiz: ${checked.faults[0]?.place}`);
    return { purpose, quiz: standAlone(checked.quiz) };
  }));
