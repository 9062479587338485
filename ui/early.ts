/**
 * What is typed, chosen and pressed while a page still waits for its scripts: drawing the page into life puts every field back to what it was. A few
 * lines that come with the page keep it until then, and it is put in as if it happened now.
 */
type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;
type EarlyInput = {
  fields: Map<Field, string | boolean>;
  /** where the caret stood last */ caret: {
    field: HTMLInputElement | HTMLTextAreaElement;
    from: number;
    to: number;
  } | null;
  /** a form that was sent */ sent: HTMLFormElement | null;
  /** buttons that were pressed, in order */ pressed: HTMLButtonElement[];
};
declare global {
  interface Window {
    early?: { kept: EarlyInput; look: () => void; end: () => void };
  }
}

/** Runs in the page before anything else of it. @param holds whether forms and buttons wait for the scripts too, where they come to nothing without */
function keep(window: Window, holds: boolean): void {
  const kept: EarlyInput = { fields: new Map(), caret: null, sent: null, pressed: [] };
  const moves = ['input', 'keyup', 'pointerup', 'select'];
  const note = (event: Event) => {
    const { target } = event;
    const isTyped = target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement;
    if (!isTyped && !(target instanceof HTMLInputElement)) return;
    // Keep the order of input, because one radio replaces another.
    kept.fields.delete(target);
    kept.fields.set(target, !isTyped && /^(radio|checkbox)$/.test(target.type) ? target.checked : target.value);
  };
  const look = (event?: Event) => {
    const field = document.activeElement;
    if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return;
    // Ignore `select` without a range: hydration moves the caret to the start.
    if (event?.type === 'select' && field.selectionStart === field.selectionEnd) return;
    if (field.selectionStart !== null)
      kept.caret = { field, from: field.selectionStart, to: field.selectionEnd ?? field.selectionStart };
  };
  const send = (event: Event) => {
    event.preventDefault();
    if (event.target instanceof HTMLFormElement) kept.sent = event.target;
  };
  const press = (event: Event) => {
    const button = event.target instanceof Element ? event.target.closest('button') : null;
    if (!button || button.type === 'submit') return;
    kept.pressed.push(button);
    // While the page is drawn into life a press may be heard there as well; it counts once.
    event.stopPropagation();
  };
  window.addEventListener('input', note, true);
  for (const move of moves) window.addEventListener(move, look, true);
  if (holds) {
    window.addEventListener('submit', send, true);
    window.addEventListener('click', press, true);
  }
  const end = () => {
    window.removeEventListener('input', note, true);
    for (const move of moves) window.removeEventListener(move, look, true);
    window.removeEventListener('submit', send, true);
    window.removeEventListener('click', press, true);
  };
  window.early = { kept, look, end };
}
export const keepEarly = (holds: boolean): string => `(${keep.toString()})(window,${holds})`;

const early = () => (typeof window === 'undefined' ? undefined : window.early);

/** Looks where the caret stands, just before the fields are put back. */
export const lookEarly = (): void => early()?.look();

/** The caret where it was. */
export function caretEarly(): void {
  const caret = early()?.kept.caret;
  if (caret && document.activeElement === caret.field) caret.field.setSelectionRange(caret.from, caret.to);
}

/** Puts in what was kept, once and one after the other, and the caret where it was. */
export async function putInEarly(): Promise<void> {
  const kept = early()?.kept;
  early()?.end();
  // Wait one task, until everything is hydrated.
  await new Promise((resolve) => setTimeout(resolve));
  for (const [field, value] of kept?.fields ?? []) {
    if (!field.isConnected) continue;
    if (typeof value === 'boolean') {
      if ('checked' in field && field.checked !== value) field.click();
    } else if (field.value !== value && field.type !== 'file') {
      // Call the prototype's setter, so that React's tracking notices the change.
      Reflect.getOwnPropertyDescriptor(field.constructor.prototype, 'value')?.set?.call(field, value);
      field.dispatchEvent(new Event(field instanceof HTMLSelectElement ? 'change' : 'input', { bubbles: true }));
    }
    // Wait one task, so that React renders between two fields.
    await new Promise((resolve) => setTimeout(resolve));
  }
  if (kept?.fields.size) caretEarly();
  for (const button of kept?.pressed ?? []) {
    if (button.isConnected) button.click();
    await new Promise((resolve) => setTimeout(resolve));
  }
  if (kept?.sent?.isConnected) kept.sent.requestSubmit();
  delete window.early;
}
