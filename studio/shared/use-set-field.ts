import type { Question } from '../../core/schema/quiz';
import { useDocumentStore } from '../document';
import { placeOfBlock, setField } from './edits';

/** Sets a field of the question. @param join steps of the same name and place become one to undo */
export type SetField = (field: string, was: unknown, to: unknown, join?: string) => void;

/** Sets fields of a question, wherever it stands by then; what is typed into one of them is one step of undo. */
export function useSetField(question: Question): SetField {
  const store = useDocumentStore();
  return (field, was, to) =>
    store
      .getState()
      .edit(
        setField(`set-${field}`, placeOfBlock(store.getState().quiz, question.id), [field], was, to),
        `${field} ${question.id}`,
      );
}
