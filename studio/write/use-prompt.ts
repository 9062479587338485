/** The wording of a question: how it is set, and what its keys and what is pasted into it do. */
import { type ClipboardEvent, useCallback, useMemo, useRef, useState } from 'react';
import { isQuestion } from '../../core/document/lookup';
import { readQuestions } from '../../core/formats/read';
import { kindOf, offeredBy } from '../../core/questions/registry';
import type { Page, Question, RichText } from '../../core/schema/quiz';
import { plainText, toDoc } from '../../core/text/rich';
import { useDocumentStore } from '../document';
import {
  addPage,
  addToList,
  makeQuestion,
  moveBlock,
  newId,
  pasteInList,
  placeOfBlock,
  removeBlock,
  setField,
} from '../edits/edits';
import { useFocusLater } from '../fields/cursor';
import { useBlockFields } from '../fields/use-fields';
import { onLineKey, type Pressed } from '../questions/line-keys';
import { type Hands, lineField, linesOf } from '../questions/lines';
import { studioKind } from '../questions/registry';
import { readPasted } from '../shared/pasted';
import { begun } from './preset-edits';
import { useReading } from './reading';

export const promptField = (block: string): string => `prompt ${block}`;

export function usePrompt(question: Question, page: Page, openKinds: (anchor: HTMLElement) => void) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const [isFormatting, setFormatting] = useState(false);
  const fields = useBlockFields(question);
  const set = (to: RichText) => fields.set('prompt', to);
  const below = useFirstLine(question);
  const paste = usePaste(question, page);
  const nextQuestion = () => {
    const { quiz, edit } = store.getState();
    const made = begun(quiz, makeQuestion());
    edit(addPage(quiz, page.id, made).edit);
    focusLater(promptField(made.id));
  };
  /** Plain words become rich text: from then on it can have bold, italic, links and inserts. */
  const format = () => {
    setFormatting(true);
    set(toDoc(question.prompt));
  };
  const takeAway = () => {
    const above = page.blocks[page.blocks.findIndex((b) => b.id === question.id) - 1];
    store.getState().edit(removeBlock(store.getState().quiz, question.id));
    if (above) focusLater(promptField(above.id));
  };
  const moveBy = (by: -1 | 1) => {
    const { quiz, edit } = store.getState();
    const move = moveBlock(quiz, question.id, by);
    if (!move) return;
    edit(move);
    focusLater(promptField(question.id));
  };
  const keys = (event: Pressed) => {
    const isPlain = typeof question.prompt === 'string';
    if (isPlain && (event.ctrlKey || event.metaKey) && /^[bi]$/.test(event.key)) {
      event.preventDefault();
      format();
    } else if (event.key !== 'Enter' || !event.shiftKey) {
      const isEmpty = plainText(question.prompt) === '';
      const hands = { nextQuestion, nextLine: below, takeAway, openKinds, move: moveBy };
      onLineKey(event, { isEmpty, isBlank: isEmpty && isEmptyQuestion(question) }, hands);
    }
  };
  // Stable callbacks through a ref, so that typing the wording does not render what stands under it.
  const now = useRef({ nextQuestion, openKinds, format });
  now.current = { nextQuestion, openKinds, format };
  const hands = useMemo<Hands>(
    () => ({
      nextQuestion: () => now.current.nextQuestion(),
      openKinds: (anchor) => now.current.openKinds(anchor),
      above: promptField(question.id),
    }),
    [question.id],
  );
  return { set, keys, paste, hands, format: useCallback(() => now.current.format(), []), isFormatting };
}

/** Goes from the wording on to the first line of what is typed under it, made where there is none. */
function useFirstLine(question: Question): () => void {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  return () => {
    const kind = studioKind(question);
    const { list } = kind;
    const first = kind.firstField?.(question);
    if (first !== undefined) focusLater(first);
    if (first !== undefined || !list) return;
    const { quiz, edit } = store.getState();
    const line = { id: newId(list.charAt(0)), text: '' };
    edit(addToList(placeOfBlock(quiz, question.id), list, null, [line]));
    focusLater(lineField(line.id));
  };
}

/** A list of questions is offered to be read; a question with its answers is put in at once. */
function usePaste(question: Question, page: Page): (event: ClipboardEvent<HTMLTextAreaElement>) => void {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const offerReading = useReading();
  return (event) => {
    if (plainText(question.prompt) !== '') return;
    const pasted = readPasted(event.clipboardData);
    if (isEmptyQuestion(question) && holdsQuestions(pasted.text)) {
      event.preventDefault();
      offerReading(pasted, page.id, question.id);
      return;
    }
    const lines = linesOf(event);
    const offered = offeredBy(question);
    const first = offered?.options[0];
    if (lines.length < 2 || !offered || !first || offered.options.some((o) => o.text)) return;
    event.preventDefault();
    const { quiz, edit } = store.getState();
    const at = placeOfBlock(quiz, question.id);
    const [wording = '', ...answers] = lines;
    const ops = [
      ...setField('', at, ['prompt'], question.prompt, wording).ops,
      ...pasteInList(at, 'options', first, answers).ops,
    ];
    edit({ name: 'paste-question', ops });
    focusLater(promptField(question.id));
  };
}

/** Whether a pasted text is a list of questions, rather than one with its answers. */
function holdsQuestions(text: string): boolean {
  if (text.split(/\r?\n/).filter((line) => line.trim()).length < 3) return false;
  const read = readQuestions(text);
  if (!('quiz' in read)) return false;
  const found = read.quiz.pages.flatMap((p) => p.blocks.filter(isQuestion));
  return found.length > 1 && found.some((q) => !isEmptyQuestion(q));
}

/** Whether nothing has been typed under its wording yet, so that it can go or become another kind without a loss. */
export const isEmptyQuestion = (question: Question): boolean => kindOf(question).isEmpty(question);
