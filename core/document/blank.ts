import { choiceAuthor } from '../questions/choice/author';
import type { NewId } from '../questions/kind';
import type { Choice, Page, Quiz } from '../schema/quiz';

export type { NewId } from '../questions/kind';

/** A quiz of these pages, with all else as it is where nothing is said. */
export const emptyQuiz = (id: string, title: string, pages: Page[]): Quiz => ({
  format: 'yes-maybe-quiz',
  version: 1,
  id,
  title,
  description: '',
  language: 'en',
  pages,
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
});

/** A new quiz: one page with one question to fill in, and a result page. */
export function blankQuiz(
  newId: NewId,
  { title, prompt = '', answers = [] }: { title: string; prompt?: string; answers?: string[] },
): Quiz {
  const texts = [...answers, '', ''].slice(0, Math.max(2, answers.length));
  return emptyQuiz(newId('quiz'), title, [
    {
      id: newId('p'),
      name: 'Page 1',
      stage: 'ask',
      blocks: [{ ...choiceBlock(newId), prompt, options: texts.map((text) => ({ id: newId('o'), text })) }],
    },
    resultPage(newId),
  ]);
}

export const choiceBlock = (newId: NewId): Choice => choiceAuthor.blank(newId);

export const resultPage = (newId: NewId): Page => ({
  id: newId('p'),
  name: 'Result',
  stage: 'result',
  blocks: [{ id: newId('b'), kind: 'words', body: 'Thank you. That was all.' }],
});
