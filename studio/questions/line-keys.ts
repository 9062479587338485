/** What the keys of a line do, the same in every list of the manuscript. Pure, and tested without one. */

/** A key as fields of both kinds tell it. */
export type Pressed = Pick<KeyboardEvent, 'key' | 'altKey' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'currentTarget'> & {
  preventDefault: () => void;
};
type LineState = {
  /** Whether nothing is typed in it. */
  isEmpty: boolean;
  /** Whether it holds nothing else either, and can be taken away. */
  isBlank: boolean;
  /** Lists that go across are moved along by left and right. */
  goesAcross?: boolean;
};
export type LineCommand =
  /** From the last line on. */
  | { do: 'nextQuestion' }
  | { do: 'nextLine' }
  /** Says that it is right, or no longer. */
  | { do: 'mark' }
  | { do: 'takeAway' }
  /** Chooses another kind of question. */
  | { do: 'openKinds' }
  | { do: 'move'; by: -1 | 1 };

/** @returns null where the key is left to the field */
export function lineCommand(pressed: Omit<Pressed, 'preventDefault'>, line: LineState): LineCommand | null {
  const { key, altKey, ctrlKey, metaKey } = pressed;
  if (key === 'Enter') {
    if (altKey) return { do: 'mark' };
    return { do: ctrlKey || metaKey ? 'nextQuestion' : 'nextLine' };
  }
  if (key === 'Backspace') return line.isBlank ? { do: 'takeAway' } : null;
  if (key === '/') return line.isEmpty ? { do: 'openKinds' } : null;
  const [back, on] = line.goesAcross ? ['ArrowLeft', 'ArrowRight'] : ['ArrowUp', 'ArrowDown'];
  if (altKey && (key === back || key === on)) return { do: 'move', by: key === back ? -1 : 1 };
  return null;
}

/** What a list does at a command; what it does not name is left to the field. */
export type LineHands = {
  nextQuestion: () => void;
  nextLine: () => void;
  takeAway?: () => void;
  mark?: (() => void) | undefined;
  openKinds?: (anchor: HTMLElement) => void;
  move?: (by: -1 | 1) => void;
};

/** Hears the keys of a line. */
export function onLineKey(pressed: Pressed, line: LineState, hands: LineHands): void {
  const command = lineCommand(pressed, line);
  if (!command) return;
  // Without a right answer to mark, Alt+Enter is Enter.
  const done = command.do === 'mark' && !hands.mark ? 'nextLine' : command.do;
  if (!hands[done]) return;
  pressed.preventDefault();
  if (command.do === 'move') hands.move?.(command.by);
  else if (done === 'openKinds') {
    if (pressed.currentTarget instanceof HTMLElement) hands.openKinds?.(pressed.currentTarget);
  } else if (done !== 'move') hands[done]();
}
