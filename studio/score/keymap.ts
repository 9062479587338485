/** What the keys of the grid do. Pure, so that each can be tested without a grid. */
import { moved, type Selection, type Size } from './selection';

export type Pressed = { key: string; shift: boolean; ctrl: boolean; alt: boolean };
export type GridState = {
  selection: Selection;
  size: Size;
  /** Whether a number is being typed into the active cell. */
  isTyping: boolean;
  /** Whether the active column says what is right. */
  isRightColumn: boolean;
  /** What the active cell has. */
  value: number;
};
export type Command =
  /** Takes what was typed, and goes on; `to` is where. */
  | { do: 'keep'; to: Selection | null }
  /** Leaves the cell as it was. */
  | { do: 'give-up' }
  | { do: 'go'; to: Selection }
  /** Into all chosen cells. `isEmptied` takes the number out rather than putting a nought in. */
  | { do: 'fill'; value: number; isEmptied?: true }
  /** Begins to type. */
  | { do: 'type'; text: string }
  /** All chosen cells as the topmost, or the first, of theirs. */
  | { do: 'fill-down' }
  | { do: 'fill-right' };

/** ● ◐ ○ by their own keys. */
const rightKeys: Record<string, number> = { y: 1, '1': 1, m: 0.5, n: 0, '0': 0 };
/** While typing, these keep what was typed and go on. */
const keeping: Record<string, (shift: boolean) => string> = {
  Enter: () => 'ArrowDown',
  Tab: (shift) => (shift ? 'ArrowLeft' : 'ArrowRight'),
};

/** @returns null where the key is left to the browser */
export function commandOf(pressed: Pressed, state: GridState): Command | null {
  if (state.isTyping) return whileTyping(pressed, state);
  const { key, shift, ctrl, alt } = pressed;
  const isPlain = !ctrl && !alt;
  if (state.isRightColumn && isPlain) {
    const right = key === ' ' ? (state.value === 1 ? 0 : 1) : rightKeys[key.toLowerCase()];
    if (right !== undefined) return { do: 'fill', value: right };
  }
  const to = moved(state.selection, { key, shift, ctrl }, state.size);
  if (to) return { do: 'go', to };
  if (ctrl) return key === 'd' ? { do: 'fill-down' } : key === 'r' ? { do: 'fill-right' } : null;
  if (key === 'Enter' || key === 'F2') return { do: 'type', text: state.value ? String(state.value) : '' };
  if (key === 'Delete' || key === 'Backspace') return { do: 'fill', value: 0, isEmptied: true };
  return isPlain && /^[0-9.,+−-]$/.test(key) ? { do: 'type', text: key } : null;
}

function whileTyping({ key, shift }: Pressed, { selection: { active }, size }: GridState): Command | null {
  if (key === 'Escape') return { do: 'give-up' };
  const arrow = keeping[key]?.(shift);
  if (arrow === undefined) return null;
  return { do: 'keep', to: moved({ active, anchor: active }, { key: arrow, shift: false, ctrl: false }, size) };
}
