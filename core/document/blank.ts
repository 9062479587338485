import { choiceAuthor } from '../questions/choice/author';
import type { NewId } from '../questions/kind';
import { blankQuestion } from '../questions/registry';
import type { Block, Choice, Page, QuestionKind, Quiz } from '../schema/quiz';

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

export type BlockKind =
  | 'one'
  | 'many'
  | 'yes-no'
  | 'pictures'
  | 'drop-down'
  | Exclude<QuestionKind, 'choice'>
  | 'words'
  | 'media'
  | 'offer'
  | 'contact';

/** A block of a kind as the "/" menu offers it, ready to be typed into. */
export function newBlock(kind: BlockKind, newId: NewId): Block {
  switch (kind) {
    case 'one':
      return choiceBlock(newId);
    case 'many':
      return { ...choiceBlock(newId), pick: 'many' };
    case 'pictures':
    case 'drop-down':
      return { ...choiceBlock(newId), as: kind };
    case 'yes-no':
      return {
        ...choiceBlock(newId),
        as: 'yes-no',
        options: [
          { id: newId('o'), text: 'Yes' },
          { id: newId('o'), text: 'No' },
        ],
      };
    case 'offer':
      return { id: newId('b'), kind: 'offer', offer: { text: '', button: 'Have a look', url: '' } };
    case 'words':
      return { id: newId('b'), kind: 'words', body: '' };
    case 'media':
      return { id: newId('b'), kind: 'media', picture: { src: '/pictures/lane.svg', text: '' } };
    case 'contact':
      return {
        id: newId('c'),
        kind: 'contact',
        prompt: 'Where shall we send your result?',
        fields: [
          { id: 'name', label: 'First name', format: 'name' },
          { id: 'email', label: 'E-mail', format: 'email', required: true },
        ],
        skippable: true,
        consent: { text: 'Yes, send me my result by mail.', version: 1, required: true },
      };
    default:
      return blankQuestion(kind, newId);
  }
}
