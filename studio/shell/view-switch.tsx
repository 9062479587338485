'use client';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';

export type Width = 'phone' | 'full';

const Group = styled(ToggleButtonGroup)`
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  font-size: 13px;
`;
export const Chosen = styled(ToggleButton)`
  border: 0;
  background: none;
  padding: 2px 0 4px;
  min-height: 26px;
  color: var(--ink-2);
  cursor: pointer;
  border-bottom: 3px solid transparent;
  font-size: inherit;
  white-space: nowrap;
  &[data-selected] {
    font-weight: 600;
    color: var(--ink);
    border-color: var(--saffron);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    box-shadow: 0 0 0 5px var(--saffron);
  }
`;

/** One of a few views: the chosen one is underlined in saffron. */
export function Views<T extends string>({
  label,
  value,
  options,
  onChange,
  large,
}: {
  label: string;
  value: T;
  options: { id: T; label: string }[];
  onChange: (value: T) => void;
  /** as the heading of a whole screen */
  large?: boolean;
}) {
  return (
    <Group
      aria-label={label}
      style={large ? { fontSize: 15, columnGap: 28 } : undefined}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[value]}
      onSelectionChange={(keys) => {
        const chosen = options.find((o) => keys.has(o.id));
        if (chosen) onChange(chosen.id);
      }}
    >
      {options.map((o) => (
        <Chosen key={o.id} id={o.id}>
          {o.label}
        </Chosen>
      ))}
    </Group>
  );
}

export const ViewSwitch = ({ width, onChange }: { width: Width; onChange: (width: Width) => void }) => (
  <Views
    label="Width of the view"
    value={width}
    onChange={onChange}
    options={[
      { id: 'phone', label: 'Phone' },
      { id: 'full', label: 'Full width' },
    ]}
  />
);
