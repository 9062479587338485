'use client';
/** The fields of a thing in the document: the value of each, how it is changed, its step of undo, and the name that the cursor finds it by. */
import type { Place } from '../../core/document/edits';
import type { Block } from '../../core/schema/quiz';
import { useDocumentStore } from '../document';
import { placeOfBlock, setField } from '../edits/edits';

type KeyOf<T, V> = { [K in keyof T]-?: T[K] extends V | undefined ? K : never }[keyof T] & string;

export type Fields<T> = {
  /**
   * Sets a field; undefined takes it out.
   * @param join settings of the same name that follow each other are one step of undo; by itself what is typed in the same field is
   */
  set: <K extends keyof T & string>(field: K, to: T[K] | undefined, join?: string) => void;
  /** Words that may be left out. */
  words: (field: KeyOf<T, string>) => { field: string; value: string; onChange: (to: string) => void };
  /** What is so or not; not is left out. */
  flag: (field: KeyOf<T, boolean>) => { selected: boolean; onChange: (to: boolean) => void };
};

/** Words and numbers come key by key; a list that is set twice was changed by two gestures. */
const isTyped = (value: unknown): boolean => typeof value === 'string' || typeof value === 'number';

/** @param at its place, wherever it stands by then */
export function useFields<T extends { id: string }>(thing: T, at: () => Place): Fields<T> {
  const store = useDocumentStore();
  const set = (field: keyof T & string, to: unknown, join?: string) => {
    const name = join ?? (isTyped(thing[field]) || isTyped(to) ? field : null);
    store
      .getState()
      .edit(
        setField(`set-${field}`, at(), [field], thing[field], to),
        name === null ? undefined : `${name} ${thing.id}`,
      );
  };
  return {
    set,
    words: (field) => {
      const value = thing[field];
      return {
        field: `${field} ${thing.id}`,
        value: typeof value === 'string' ? value : '',
        onChange: (to) => set(field, to || undefined),
      };
    },
    flag: (field) => ({ selected: thing[field] === true, onChange: (to) => set(field, to || undefined) }),
  };
}

/** Those of a block, on whichever page it is by then. */
export function useBlockFields<B extends Block>(block: B): Fields<B> {
  const store = useDocumentStore();
  return useFields(block, () => placeOfBlock(store.getState().quiz, block.id));
}
