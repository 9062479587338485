/** Edits of letters. */
import type { Edit } from '../../core/document/edits';
import { newId } from './edits';
import type { Insert, Letter, LetterPart, Quiz } from '../../core/schema/quiz';

/** A letter with the result, to who left an address. */
export const addLetter = (quiz: Quiz): { edit: Edit; id: string } => {
  const verdict = quiz.verdicts[0];
  const named = verdict
    ? [{ type: 'insert' as const, attrs: { value: 'outcome' as const, ref: verdict.id, fallback: 'your result' } }]
    : [{ type: 'text' as const, text: 'your answers' }];
  const letter = {
    id: newId('m'),
    name: 'Result',
    to: 'visitor' as const,
    subject: {
      type: 'doc' as const,
      content: [{ type: 'paragraph' as const, content: [{ type: 'text' as const, text: 'Your result: ' }, ...named] }],
    },
    body: {
      type: 'doc' as const,
      content: [
        {
          type: 'paragraph' as const,
          content: [
            { type: 'text' as const, text: 'Hello ' },
            { type: 'insert' as const, attrs: { value: 'firstName' as const, fallback: 'there' } },
            { type: 'text' as const, text: ',' },
          ],
        },
        {
          type: 'paragraph' as const,
          content: [
            { type: 'text' as const, text: 'thank you for taking our quiz. You came out as ' },
            ...named,
            { type: 'text' as const, text: '.' },
          ],
        },
      ],
    },
  };
  return {
    id: letter.id,
    edit: {
      name: 'add-letter',
      ops: [{ op: 'insert', at: [], list: 'messages', item: letter, after: quiz.messages.at(-1)?.id ?? null }],
    },
  };
};

/** Word to its makers when somebody finishes. */
export const addMakersLetter = (quiz: Quiz): { edit: Edit; id: string } => {
  const value = (attrs: Insert['attrs']) => ({ type: 'insert' as const, attrs });
  const said = (text: string) => ({ type: 'text' as const, text });
  const verdict = quiz.verdicts[0];
  const outcome = verdict ? [said(': '), value({ value: 'outcome', ref: verdict.id, fallback: 'no outcome' })] : [];
  const letter: Letter = {
    id: newId('m'),
    name: 'Word to me',
    to: 'me',
    subject: {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            value({ value: 'name', fallback: 'Somebody' }),
            said(' finished '),
            value({ value: 'title', fallback: '' }),
          ],
        },
      ],
    },
    body: {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            value({ value: 'name', fallback: 'Somebody without a name' }),
            said(' finished on '),
            value({ value: 'date', fallback: 'that day' }),
            ...outcome,
            said('.'),
          ],
        },
      ],
    },
    parts: [{ id: newId('a'), button: { text: 'See the result', to: 'result' } }],
  };
  return {
    id: letter.id,
    edit: {
      name: 'add-letter',
      ops: [{ op: 'insert', at: [], list: 'messages', item: letter, after: quiz.messages.at(-1)?.id ?? null }],
    },
  };
};

/** A part at the end of a letter. */
export function addLetterPart({ id, parts }: Letter, part: Omit<LetterPart, 'id'>): Edit {
  const item = { id: newId('a'), ...part };
  const at = ['messages', id];
  return {
    name: 'add-letter-part',
    ops: parts
      ? [{ op: 'insert', at, list: 'parts', item, after: parts.at(-1)?.id ?? null }]
      : [{ op: 'set', at, field: ['parts'], was: undefined, to: [item] }],
  };
}
