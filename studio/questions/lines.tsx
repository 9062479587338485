'use client';
/** A list typed line by line: answers, items to put in order, rows. Every list of the manuscript is driven by the same keys. */
import type { ClipboardEvent, ComponentProps, ReactNode } from 'react';
import { useState } from 'react';
import type { Place } from '../../core/document/edits';
import { Kbd } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { addToList, moveInList, newId, pasteInList, removeFromList, setField } from '../edits/edits';
import { useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { Row, Small } from '../shared/sheet';
import { onLineKey, type Pressed } from './line-keys';

export const lineField = (id: string) => `line ${id}`;

export const Keys = ({ keys, words }: { keys: string[]; words: string }) => (
  <span style={{ whiteSpace: 'nowrap' }}>
    {keys.map((k) => (
      <Kbd key={k}>{k}</Kbd>
    ))}{' '}
    {words}
  </span>
);

/** The lines of a pasted text, without the bullets and letters that stood before them. */
export const linesOf = (event: ClipboardEvent): string[] =>
  event.clipboardData
    .getData('text/plain')
    .split(/\r?\n/)
    .map((line) => line.replace(/^\s*(?:[-*•○●]|\(?[0-9a-z]{1,2}[.)])\s+/i, '').trim())
    .filter(Boolean);

export type Hands = {
  /** What Ctrl and Enter does anywhere in a question. */
  nextQuestion: () => void;
  openKinds: (anchor: HTMLElement) => void;
  /** Names the field above the list, which takes the cursor when the first line goes. */
  above: string;
};

type Line = { id: string; text: string };
type Props<T extends Line> = {
  at: Place;
  list: string;
  items: T[];
  hands: Hands;
  /** "Answer": each line is labelled with it and its number. */
  word: string;
  another: string;
  placeholder?: string;
  /** Which line the cursor is in; null where it is not in this question. */
  active: string | null;
  /** Whether the cursor is in this question: the line for another one shows. */
  open: boolean;
  gutter?: (item: T, index: number) => ReactNode;
  margin?: (item: T, index: number, active: boolean) => ReactNode;
  beside?: (item: T, index: number) => ReactNode;
  /** Whether a line without words still holds something. */
  hasContent?: (item: T) => boolean;
  /** Says that a line is right, or no longer. */
  mark?: (item: T) => void;
};

export function LineList<T extends Line>(props: Props<T>) {
  const { at, list, items, hands, word, active, open, margin, gutter } = props;
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const add = (after: string | null, texts: string[]) => {
    const lines = texts.map((text): Line => ({ id: newId(list.charAt(0)), text }));
    store.getState().edit(addToList(at, list, after, lines));
    focusLater(lineField(lines.at(-1)?.id ?? ''));
  };
  const isBlank = (item: T) => item.text === '' && !props.hasContent?.(item);
  const keys = (event: Pressed, item: T, index: number) => {
    const { edit } = store.getState();
    onLineKey(
      event,
      { isEmpty: item.text === '', isBlank: isBlank(item) },
      {
        mark: props.mark && (() => props.mark?.(item)),
        nextQuestion: () => {
          // Remove a blank line that was begun and not needed.
          if (isBlank(item) && items.length > 2) edit(removeFromList(at, list, item.id));
          hands.nextQuestion();
        },
        nextLine: () => {
          // Go to a blank second line only in a new question; any other blank line may be in use by somebody else.
          const next = index === 0 && items.length === 2 ? items[1] : undefined;
          if (next && isBlank(next)) focusLater(lineField(next.id));
          else add(item.id, ['']);
        },
        takeAway: () => {
          const above = items[index - 1];
          edit(removeFromList(at, list, item.id));
          focusLater(above ? lineField(above.id) : hands.above);
        },
        openKinds: hands.openKinds,
        move: (by) => {
          const move = moveInList(at, list, items, item.id, by);
          if (!move) return;
          edit(move);
          focusLater(lineField(item.id));
        },
      },
    );
  };
  const paste = (event: ClipboardEvent<HTMLTextAreaElement>, item: T) => {
    const lines = linesOf(event);
    if (lines.length < 2) return;
    event.preventDefault();
    store.getState().edit(pasteInList(at, list, item, item.text ? [item.text, ...lines] : lines));
  };
  return (
    <>
      {items.map((item, i) => (
        <Row
          key={item.id}
          active={active === item.id}
          option={item.id}
          gutter={<span style={{ paddingTop: 3, display: 'flex', gap: 6 }}>{gutter?.(item, i)}</span>}
          margin={margin?.(item, i, active === item.id)}
        >
          <div style={{ display: 'flex', gap: 10, alignItems: 'flex-start' }}>
            <div style={{ flex: 1, minWidth: 0 }}>
              <TextField
                label={`${word} ${i + 1}`}
                field={lineField(item.id)}
                value={item.text}
                placeholder={props.placeholder ?? ''}
                onChange={(to) =>
                  store
                    .getState()
                    .edit(setField(`set-${list}`, [...at, list, item.id], ['text'], item.text, to), `text ${item.id}`)
                }
                onKeyDown={(event) => keys(event, item, i)}
                onPaste={(event) => paste(event, item)}
              />
            </div>
            {props.beside?.(item, i)}
          </div>
          {active === item.id && <LineHelp canBeRight={props.mark !== undefined} />}
        </Row>
      ))}
      {open && (
        <AnotherLine
          label={props.another}
          placeholder={`${props.another}, or paste several lines`}
          keys={[
            ['Enter', `next ${word.toLowerCase()}`],
            ['Ctrl Enter', 'next question'],
          ]}
          add={(texts) => add(items.at(-1)?.id ?? null, texts)}
          nextQuestion={hands.nextQuestion}
        />
      )}
    </>
  );
}

const LineHelp = ({ canBeRight }: { canBeRight: boolean }) => (
  <Small style={{ fontSize: 12, marginTop: 4 }}>
    {canBeRight && <Keys keys={['Alt Enter']} words="right or not" />}
    <Keys keys={['Alt ↑ ↓']} words="moves it" />
    <Keys keys={['/']} words="other kinds, in an empty line" />
  </Small>
);

/** The row of the line under the last one. */
export function AnotherLine({
  keys,
  ...line
}: { keys: [key: string, words: string][] } & ComponentProps<typeof NewLine>) {
  return (
    <Row
      gutter={
        <span style={{ opacity: 0.5, paddingTop: 4 }}>
          <Mark kind="not-yet" size={12} />
        </span>
      }
      margin={
        <Small style={{ fontSize: 12 }}>
          {keys.map(([key, words]) => (
            <Keys key={key} keys={[key]} words={words} />
          ))}
        </Small>
      }
    >
      <NewLine {...line} />
    </Row>
  );
}

/** The line under the last one: what is typed or pasted there becomes a line of its own at once. */
export function NewLine({
  label,
  placeholder,
  add,
  nextQuestion,
}: {
  label: string;
  placeholder: string;
  add: (texts: string[]) => void;
  nextQuestion: () => void;
}) {
  // Hold text during IME composition.
  const [held, setHeld] = useState('');
  const keep = (text: string) => {
    setHeld('');
    if (text) add([text]);
  };
  return (
    <span onCompositionEnd={(e) => keep(e.data)}>
      <TextField
        label={label}
        value={held}
        placeholder={placeholder}
        onChange={(text, composing) => (composing ? setHeld(text) : keep(text))}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          if (event.ctrlKey || event.metaKey) nextQuestion();
          else add(['']);
        }}
        onPaste={(event) => {
          const lines = linesOf(event);
          if (lines.length < 2) return;
          event.preventDefault();
          add(lines);
        }}
      />
    </span>
  );
}
