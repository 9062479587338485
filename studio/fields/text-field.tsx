'use client';
/** The text fields of the manuscript: they grow with what is typed, and look like the page they stand on. */
import { type ClipboardEvent, type KeyboardEvent } from 'react';
import styled from 'styled-components';
import { useNamedField } from './registry';

const Grow = styled.span`
  display: grid;
  min-width: 0;
  min-height: 24px;
  &::after {
    content: attr(data-text) ' ';
    visibility: hidden;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    grid-area: 1 / 1;
  }
  > textarea {
    grid-area: 1 / 1;
    border: 0;
    padding: 0;
    margin: 0;
    width: 100%;
    min-width: 0;
    resize: none;
    overflow: hidden;
    background: transparent;
    font: inherit;
    letter-spacing: inherit;
    color: inherit;
    overflow-wrap: anywhere;
  }
  > textarea:focus-visible {
    outline: none;
    box-shadow: none;
  }
  > textarea::placeholder {
    color: var(--ink-3);
    opacity: 1;
    font-weight: 400;
  }
`;

type Props = {
  label: string;
  /** Names the field for `useFocusLater`. */
  field?: string;
  value: string;
  placeholder?: string;
  /** @param composing whether letters are still being put together from several keys */
  onChange: (value: string, composing: boolean) => void;
  onKeyDown?: (event: KeyboardEvent<HTMLTextAreaElement>) => void;
  onPaste?: (event: ClipboardEvent<HTMLTextAreaElement>) => void;
  /** Whether Enter makes a new line; elsewhere it means something of its own or nothing. */
  lines?: boolean;
};

export function TextField({ label, field, value, placeholder, onChange, onKeyDown, onPaste, lines }: Props) {
  const named = useNamedField(field);
  return (
    <Grow data-text={value || placeholder}>
      <textarea
        ref={named}
        aria-label={label}
        data-line=""
        rows={1}
        maxLength={2000}
        value={value}
        placeholder={placeholder}
        onChange={(e) =>
          onChange(
            lines ? e.target.value : e.target.value.replace(/\s*\n\s*/g, ' '),
            e.nativeEvent instanceof InputEvent && e.nativeEvent.isComposing,
          )
        }
        onPaste={onPaste}
        onKeyDown={(event) => {
          onKeyDown?.(event);
          if (!event.defaultPrevented && event.key === 'Enter' && !lines) event.preventDefault();
        }}
      />
    </Grow>
  );
}

/** Up and down go from line to line through the manuscript, as in a text. */
export function walkLines(event: KeyboardEvent<HTMLElement>): void {
  if (
    (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') ||
    event.altKey ||
    event.ctrlKey ||
    event.metaKey ||
    event.shiftKey
  )
    return;
  const field = event.target;
  if (!(field instanceof HTMLTextAreaElement) || field.dataset['line'] === undefined) return;
  const end = event.key === 'ArrowDown' ? field.value.length : 0;
  if (field.selectionStart !== field.selectionEnd) return;
  // In a text of several lines, move within the text first.
  if (field.clientHeight > 40 && field.selectionStart !== end) return;
  const fields = [...event.currentTarget.querySelectorAll<HTMLTextAreaElement>('textarea[data-line]')];
  const next = fields[fields.indexOf(field) + (event.key === 'ArrowDown' ? 1 : -1)];
  if (!next) return;
  event.preventDefault();
  next.focus();
  next.setSelectionRange(next.value.length, next.value.length);
}
