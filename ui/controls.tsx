'use client';
/** The few primitives of the studio, on React Aria. */
import type { ReactNode } from 'react';
import {
  Button as AriaButton,
  type Key,
  ListBox,
  ListBoxItem,
  Menu as AriaMenu,
  MenuItem as AriaMenuItem,
  MenuTrigger,
  Popover,
  Select,
  SelectValue,
  Switch as AriaSwitch,
} from 'react-aria-components';
import styled, { css } from 'styled-components';

const focus = css`
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 1px;
    box-shadow: 0 0 0 5px var(--saffron);
  }
`;

/** The one thing to do here. */
export const PrimaryButton = styled(AriaButton)`
  border: 0;
  border-radius: 6px;
  padding: 6px 14px;
  min-height: 32px;
  background: var(--ink);
  color: var(--on-ink);
  font-weight: 600;
  cursor: pointer;
  transition: background var(--quick);
  ${focus}
  &[data-hovered] {
    background: color-mix(in srgb, var(--ink) 86%, var(--saffron));
  }
  &[data-disabled] {
    background: var(--line);
    color: var(--ink-3);
    cursor: default;
  }
`;

/** Everything else that can be pressed: words, sometimes with an icon before them. */
export const TextButton = styled(AriaButton)<{ $weight?: number; $danger?: boolean }>`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  border: 0;
  border-radius: 4px;
  background: none;
  padding: 2px 4px;
  margin: -2px -4px;
  min-height: 24px;
  min-width: 24px;
  font-weight: ${(p) => p.$weight ?? 600};
  color: ${(p) => (p.$danger ? 'var(--brick)' : 'inherit')};
  cursor: pointer;
  text-align: start;
  ${focus}
  &[data-hovered] {
    background: var(--saffron-wash);
    color: ${(p) => (p.$danger ? 'var(--brick)' : 'var(--ink)')};
  }
  &[data-disabled] {
    color: var(--ink-3);
    opacity: 0.55;
    cursor: default;
  }
`;

const Float = styled(Popover)`
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 6px;
  box-shadow: 0 8px 28px rgb(20 25 35 / 18%);
  padding: 4px;
  min-width: 200px;
  max-width: 420px;
  overflow: auto;
  color: var(--ink);
  font: 400 14px/1.4 var(--text);
  outline: none;
`;

const row = css`
  display: flex;
  align-items: baseline;
  gap: 10px;
  padding: 6px 10px;
  border-radius: 4px;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: var(--saffron-wash);
    box-shadow: inset 3px 0 0 var(--saffron);
  }
  &[data-disabled] {
    color: var(--ink-3);
    cursor: default;
  }
`;
const Row = styled(AriaMenuItem)`
  ${row}
`;
const Choice = styled(ListBoxItem)`
  ${row}
  &[data-selected] {
    font-weight: 600;
  }
`;

export type MenuEntry<Id extends string = string> = {
  id: Id;
  label: string;
  note?: string;
  danger?: boolean;
  disabled?: boolean;
};

/** A button that opens a list of things to do. */
export function MenuButton<Id extends string>({
  label,
  children,
  entries,
  onAction,
}: {
  label: string;
  children: ReactNode;
  entries: MenuEntry<Id>[];
  onAction: (id: Id) => void;
}) {
  const act = (key: Key) => {
    const entry = entries.find((e) => e.id === key);
    if (entry) onAction(entry.id);
  };
  return (
    <MenuTrigger>
      <TextButton aria-label={label} $weight={500}>
        {children}
      </TextButton>
      <Float placement="bottom start">
        <AriaMenu
          aria-label={label}
          onAction={act}
          disabledKeys={entries.filter((e) => e.disabled).map((e) => e.id)}
          style={{ outline: 'none' }}
        >
          {entries.map((e) => (
            <Row key={e.id} id={e.id} textValue={e.label}>
              <span style={e.danger ? { color: 'var(--brick)' } : undefined}>{e.label}</span>
              {e.note && (
                <span style={{ color: 'var(--ink-3)', fontSize: 12, marginInlineStart: 'auto' }}>{e.note}</span>
              )}
            </Row>
          ))}
        </AriaMenu>
      </Float>
    </MenuTrigger>
  );
}

/** The same list, opened by something else than a button of its own. */
export function FloatingMenu<Id extends string>({
  anchor,
  label,
  entries,
  onAction,
  onClose,
}: {
  anchor: HTMLElement;
  label: string;
  entries: MenuEntry<Id>[];
  onAction: (id: Id) => void;
  onClose: () => void;
}) {
  return (
    <Float triggerRef={{ current: anchor }} isOpen onOpenChange={(open) => !open && onClose()} placement="bottom start">
      <AriaMenu
        aria-label={label}
        autoFocus="first"
        onAction={(key) => {
          const entry = entries.find((e) => e.id === key);
          if (entry) onAction(entry.id);
          onClose();
        }}
        onClose={onClose}
        style={{ outline: 'none' }}
      >
        {entries.map((e) => (
          <Row key={e.id} id={e.id} textValue={e.label}>
            <span>{e.label}</span>
            {e.note && <span style={{ color: 'var(--ink-3)', fontSize: 12, marginInlineStart: 'auto' }}>{e.note}</span>}
          </Row>
        ))}
      </AriaMenu>
    </Float>
  );
}

const Words = styled(AriaButton)`
  border: 0;
  background: none;
  padding: 0 1px;
  text-align: start;
  font-weight: 600;
  cursor: pointer;
  border-bottom: 1.5px solid var(--ink-3);
  border-radius: 0;
  min-height: 24px;
  min-width: 24px;
  ${focus}
`;

/** Words in a sentence that can be changed. */
export function Choose<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: { id: T; label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <Select
      aria-label={label}
      value={value}
      onChange={(key) => {
        const chosen = options.find((o) => o.id === key);
        if (chosen) onChange(chosen.id);
      }}
      style={{ display: 'inline-block' }}
    >
      <Words>
        <SelectValue />
      </Words>
      <Float>
        <ListBox style={{ outline: 'none' }}>
          {options.map((o) => (
            <Choice key={o.id} id={o.id} textValue={o.label}>
              {o.label}
            </Choice>
          ))}
        </ListBox>
      </Float>
    </Select>
  );
}

// The successor adds a wrapper for help and errors, which a word in a row does not need.
// eslint-disable-next-line @typescript-eslint/no-deprecated
const Track = styled(AriaSwitch)`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  cursor: pointer;
  min-height: 24px;
  .disc {
    flex: none;
    width: 16px;
    height: 16px;
    border-radius: 50%;
    border: 1.75px solid var(--ink-3);
    transition: background var(--quick);
  }
  &[data-selected] .disc {
    background: var(--pine);
    border-color: var(--pine);
  }
  &[data-focus-visible] .disc {
    outline: 2px solid var(--ink);
    outline-offset: 1px;
    box-shadow: 0 0 0 5px var(--saffron);
  }
`;

/** On or off: ● or ○, with its word. */
export function Toggle({
  children,
  selected,
  onChange,
}: {
  children: ReactNode;
  selected: boolean;
  onChange: (selected: boolean) => void;
}) {
  return (
    <Track isSelected={selected} onChange={onChange}>
      <span className="disc" aria-hidden="true" />
      <span>{children}</span>
    </Track>
  );
}

export const Field = styled.label`
  display: block;
  font-size: 13px;
  color: var(--ink-2);
  > input,
  > textarea {
    display: block;
    width: 100%;
    margin-top: 4px;
    padding: 8px 10px;
    border: 1px solid var(--ink-3);
    border-radius: 6px;
    background: var(--paper);
    color: var(--ink);
    font: 400 15px/1.4 var(--text);
  }
`;
/** A small line field among other things: underlined only. */
export const LineInput = styled.input`
  border: 0;
  border-bottom: 1.5px solid var(--ink-3);
  background: transparent;
  padding: 2px 2px;
  min-width: 0;
  border-radius: 0;
`;
export const Kbd = styled.kbd`
  display: inline-block;
  border: 1px solid var(--line);
  border-bottom-width: 2px;
  border-radius: 3px;
  padding: 0 4px;
  font: 600 11px/16px var(--text);
  color: var(--ink-2);
  background: var(--paper);
`;
