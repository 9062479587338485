'use client';
/** The fields that stand on the sheet, by their names, so that the cursor is sent to one without looking through the page. */
import { createContext, useCallback, useContext, useRef } from 'react';

export class FieldRegistry {
  private readonly byName = new Map<string, HTMLElement>();
  private readonly names = new WeakMap<Element, string>();

  /** @returns what takes it out again */
  add(name: string, field: HTMLElement): () => void {
    this.byName.set(name, field);
    this.names.set(field, name);
    return () => {
      if (this.byName.get(name) === field) this.byName.delete(name);
    };
  }

  find(name: string): HTMLElement | undefined {
    return this.byName.get(name);
  }

  /** Known even of a field that was taken out. */
  nameOf(field: Element): string | undefined {
    return this.names.get(field);
  }
}

const Context = createContext<FieldRegistry>(new FieldRegistry());
export const FieldsProvider = Context.Provider;
export const useFieldRegistry = (): FieldRegistry => useContext(Context);

/** Gives a field its name. */
export function useNamedField(name: string | undefined): (field: HTMLElement | null) => void {
  const registry = useFieldRegistry();
  const leave = useRef<() => void>(undefined);
  return useCallback(
    (field: HTMLElement | null) => {
      leave.current?.();
      leave.current = field && name !== undefined ? registry.add(name, field) : undefined;
    },
    [registry, name],
  );
}
