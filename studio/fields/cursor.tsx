'use client';
/** Where the creator is in the manuscript, and where the cursor should go after an edit has made its place. */
import {
  createContext,
  type RefObject,
  useCallback,
  useContext,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';

import { FieldRegistry } from './registry';

export type Cursor = { page: string; block: string; option: string };
export const nowhere: Cursor = { page: '', block: '', option: '' };

/** Moves the cursor to a field by its name, as soon as it stands there. */
export type FocusLater = (field: string) => void;
const FocusContext = createContext<FocusLater>(() => undefined);
export const FocusProvider = FocusContext.Provider;
export const useFocusLater = () => useContext(FocusContext);

const idIn = (element: Element | null, name: string) =>
  element?.closest(`[data-${name}]`)?.getAttribute(`data-${name}`) ?? '';

const FIELDS = 'textarea, input, [contenteditable]';
/** A menu that is just closing gives the focus back to where it was opened; the new place takes it from there. */
function keepFocus(field: HTMLElement, frames = 6): void {
  requestAnimationFrame(() => {
    const now = document.activeElement;
    // Stop if somebody has moved on to another field.
    if (!field.isConnected || (now !== field && now?.matches(FIELDS))) return;
    if (now !== field) field.focus();
    if (frames > 0) keepFocus(field, frames - 1);
  });
}

type Typed = HTMLTextAreaElement | HTMLInputElement;
const isTyped = (element: Element | null): element is Typed =>
  element instanceof HTMLTextAreaElement || (element instanceof HTMLInputElement && element.type === 'text');

export function useCursor(sheet: RefObject<HTMLElement | null>) {
  const [cursor, setCursor] = useState<Cursor>(nowhere);
  const [fields] = useState(() => new FieldRegistry());
  const wanted = useRef<string | null>(null);
  const [, look] = useState(0);
  useLayoutEffect(() => {
    if (!wanted.current) return;
    const field = fields.find(wanted.current);
    if (!field) return;
    wanted.current = null;
    // No menu is closing when the focus comes from a field, so do not insist.
    const isFromField = document.activeElement?.matches(FIELDS) ?? false;
    field.focus();
    if (!isFromField) keepFocus(field);
    if (field instanceof HTMLTextAreaElement || field instanceof HTMLInputElement)
      field.setSelectionRange(field.value.length, field.value.length);
  });
  const focusLater = useCallback<FocusLater>((field) => {
    wanted.current = field;
    look((n) => n + 1);
  }, []);
  // What opens and closes around the cursor must not move what is being pointed at: it opens when the pointer is let go, and the sheet
  // is scrolled by as much as the field has moved.
  const pointing = useRef(false);
  const moving = useRef<{ field: Element; top: number } | null>(null);
  const settle = useCallback(() => {
    const field = document.activeElement;
    if (!field || !sheet.current?.contains(field)) return;
    const at = {
      page: idIn(field, 'page'),
      block: idIn(field, 'block'),
      option: idIn(field, 'option'),
    };
    if (!at.page) return;
    setCursor((old) => {
      // Keep the open block if the focus is on the page but outside its blocks.
      const next = at.page === old.page && !at.block ? old : at;
      if (old.page === next.page && old.block === next.block && old.option === next.option) return old;
      moving.current = { field, top: field.getBoundingClientRect().top };
      return next;
    });
  }, [sheet]);
  useLayoutEffect(() => {
    const { field, top } = moving.current ?? {};
    moving.current = null;
    if (field?.isConnected) field.closest('#sheet')?.scrollBy(0, field.getBoundingClientRect().top - (top ?? 0));
  }, [cursor]);
  useEffect(() => {
    const up = () => {
      pointing.current = false;
      // After the click that this ends.
      requestAnimationFrame(settle);
    };
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', up);
    return () => {
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', up);
    };
  }, [settle]);
  // Somebody else may move the question that is being typed in to another page, where it is drawn anew: the cursor goes along. A field
  // that was taken out still knows where in it the cursor stood.
  const typing = useRef<Typed | null>(null);
  useLayoutEffect(() => {
    const old = typing.current;
    if (!old || old.isConnected || document.activeElement !== document.body) return;
    typing.current = null;
    const name = fields.nameOf(old);
    const again = name === undefined ? undefined : fields.find(name);
    if (!again || !isTyped(again)) return;
    again.focus({ preventScroll: true });
    again.setSelectionRange(old.selectionStart, old.selectionEnd);
    typing.current = again;
  });
  const onFocus = useCallback(() => {
    const field = document.activeElement;
    typing.current = isTyped(field) ? field : null;
    if (!pointing.current) settle();
  }, [settle]);
  // Read the focus at mount, because somebody may have placed it before hydration.
  useEffect(onFocus, [onFocus]);
  const onPointerDown = useCallback(() => {
    pointing.current = true;
  }, []);
  return { cursor, fields, focusLater, onFocus, onPointerDown };
}
