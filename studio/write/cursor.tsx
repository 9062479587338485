'use client';
/** Where the creator is in the manuscript, and where the cursor should go after an edit has made its place. */
import {
  createContext,
  type FocusEvent,
  type RefObject,
  useCallback,
  useContext,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';

export type Cursor = { page: string; block: string; option: string };
export const nowhere: Cursor = { page: '', block: '', option: '' };

/** Moves the cursor to a field by its name, as soon as it stands there. */
export type FocusLater = (field: string) => void;
const FocusContext = createContext<FocusLater>(() => undefined);
export const FocusProvider = FocusContext.Provider;
export const useFocusLater = () => useContext(FocusContext);

const idIn = (element: Element | null, name: string) =>
  element?.closest(`[data-${name}]`)?.getAttribute(`data-${name}`) ?? '';

export function useCursor(sheet: RefObject<HTMLElement | null>) {
  const [cursor, setCursor] = useState<Cursor>(nowhere);
  const wanted = useRef<string | null>(null);
  const [, look] = useState(0);
  useLayoutEffect(() => {
    if (!wanted.current) return;
    const field = sheet.current?.querySelector<HTMLElement>(`[data-field="${wanted.current}"]`);
    if (!field) return;
    wanted.current = null;
    field.focus();
    if (field instanceof HTMLTextAreaElement || field instanceof HTMLInputElement)
      field.setSelectionRange?.(field.value.length, field.value.length);
  });
  const focusLater = useCallback<FocusLater>((field) => {
    wanted.current = field;
    look((n) => n + 1);
  }, []);
  const onFocus = useCallback((event: FocusEvent) => {
    const at = {
      page: idIn(event.target, 'page'),
      block: idIn(event.target, 'block'),
      option: idIn(event.target, 'option'),
    };
    if (at.page)
      setCursor((old) => (old.page === at.page && old.block === at.block && old.option === at.option ? old : at));
  }, []);
  return { cursor, focusLater, onFocus };
}
