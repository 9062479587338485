/** Complete quizzes to start from, each with a purpose, of several trades. They are files, as the command reads them. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Template, TemplateLine } from '../../contract/quizzes';
import { isQuestion } from '../../core/document/lookup';
import { standAlone } from '../../core/document/stand-alone';
import { validateQuiz } from '../../core/document/validate';
import { drawnCount } from '../../core/flow/draw';
import type { Picture, Quiz } from '../../core/schema/quiz';
import { isObject, textOf } from '../../core/values/unknown';

const files: [purpose: string, trade: string, file: string][] = [
  ['Find your type', 'A bakery', 'templates/which-bread.json'],
  ['Which product?', 'A seed shop', 'templates/which-seeds.json'],
  ['Test what you know', 'A ferry', 'templates/know-the-crossing.json'],
  ['How ready are you?', 'An outfitter', 'demo/overnight.json'],
  ['Find your type, and a ride to match', 'An outfitter', 'demo/tourer.json'],
  ['Earn a certificate', 'A workshop', 'demo/repair.json'],
  ['Three products, one answer', 'A bag maker', 'templates/which-bag.json'],
  ['How satisfied?', 'A tour guide', 'templates/after-the-ride.json'],
  ['Which way in?', 'A shop', 'templates/where-to-begin.json'],
];

let read: Template[] | undefined;

/** @throws Error where a file that ships with the product is not a quiz */
export const listTemplates = (): Template[] =>
  (read ??= files.map(([purpose, , file]) => {
    const checked = validateQuiz(JSON.parse(readFileSync(join(process.cwd(), file), 'utf8')));
    if ('faults' in checked) throw new Error(`${file} is not a quiz: ${checked.faults[0]?.place}`);
    return { purpose, quiz: standAlone(checked.quiz) };
  }));

/** What is seen of them before one is opened. */
export const templateLines = (): TemplateLine[] =>
  listTemplates().map(({ purpose, quiz }, i) => ({
    id: quiz.id,
    purpose,
    trade: files[i]?.[1] ?? '',
    title: quiz.title,
    picture: firstPicture(quiz),
    // Counted are the questions that are drawn, not those there are to draw from.
    questions: quiz.pages.reduce(
      (sum, { draw, blocks }) => sum + (draw ? drawnCount(draw) : blocks.filter(isQuestion).length),
      0,
    ),
    outcomes: quiz.verdicts.reduce((sum, verdict) => sum + verdict.outcomes.length, 0),
    letters: quiz.messages.length,
  }));

/** The picture that visitors see first, or an outcome's. */
function firstPicture(quiz: Quiz): Picture | null {
  const found: Picture[] = [];
  const look = (value: unknown): void => {
    if (Array.isArray(value)) value.forEach(look);
    else if (isObject(value)) {
      const src = textOf(value, 'src');
      if (src?.startsWith('/pictures/')) found.push({ src, text: textOf(value, 'text') ?? '' });
      else Object.values(value).forEach(look);
    }
  };
  look([quiz.pages, quiz.verdicts]);
  return found[0] ?? null;
}
