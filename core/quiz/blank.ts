import type { Block, Page, Quiz } from './schema';

/** Ids are made by the caller, since the core has no randomness of its own. */
export type NewId = (prefix: string) => string;

/** A new quiz: one page with one question to fill in, and a result page. */
export function blankQuiz(
  newId: NewId,
  { title, prompt = '', answers = [] }: { title: string; prompt?: string; answers?: string[] },
): Quiz {
  const texts = [...answers, '', ''].slice(0, Math.max(2, answers.length));
  return {
    format: 'yes-maybe-quiz',
    version: 1,
    id: newId('quiz'),
    title,
    description: '',
    language: 'en',
    pages: [
      {
        id: newId('p'),
        name: 'Page 1',
        stage: 'ask',
        blocks: [{ ...choiceBlock(newId), prompt, options: texts.map((text) => ({ id: newId('o'), text })) }],
      },
      resultPage(newId),
    ],
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
  };
}

export const choiceBlock = (newId: NewId) => ({
  id: newId('q'),
  kind: 'choice' as const,
  pick: 'one' as const,
  prompt: '',
  required: true,
  options: [
    { id: newId('o'), text: '' },
    { id: newId('o'), text: '' },
  ],
});

export const resultPage = (newId: NewId): Page => ({
  id: newId('p'),
  name: 'Result',
  stage: 'result',
  blocks: [{ id: newId('b'), kind: 'words', body: 'Thank you. That was all.' }],
});

export type BlockKind = 'one' | 'many' | 'yes-no' | 'pictures' | 'text' | 'words' | 'media' | 'contact';

/** A block of a kind as the "/" menu offers it, ready to be typed into. */
export function newBlock(kind: BlockKind, newId: NewId): Block {
  switch (kind) {
    case 'one':
      return choiceBlock(newId);
    case 'many':
      return { ...choiceBlock(newId), pick: 'many' };
    case 'pictures':
      return { ...choiceBlock(newId), as: 'pictures' };
    case 'yes-no':
      return {
        ...choiceBlock(newId),
        as: 'yes-no',
        options: [
          { id: newId('o'), text: 'Yes' },
          { id: newId('o'), text: 'No' },
        ],
      };
    case 'text':
      return { id: newId('q'), kind: 'text', prompt: '', required: true };
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
  }
}
