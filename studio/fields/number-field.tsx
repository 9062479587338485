'use client';
/** Numbers and days typed into a sentence. What is no number yet stays as typed and is kept once it is one. */
import { useState } from 'react';
import { LineInput } from '../../ui/controls';
import { readNumber } from '../edits/measures';

type Props = {
  label: string;
  /** What a screen reader says where the sentence around it is the label. */
  name?: string;
  after?: string;
  value: number | undefined;
  placeholder?: string;
  wide?: boolean;
  /** Numbers up to this are not taken. */
  above?: number;
  onChange: (value: number | undefined) => void;
};

export function NumberField({ label, name, after, value, placeholder, wide, above, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && typed.trim() !== '';
  return (
    <label style={{ display: 'inline-flex', gap: 6, alignItems: 'center', color: 'var(--ink-2)' }}>
      {label}
      <LineInput
        inputMode="decimal"
        style={{ width: wide ? 84 : 56, color: wrong ? 'var(--brick)' : 'var(--ink)' }}
        aria-invalid={wrong || undefined}
        aria-label={name}
        placeholder={placeholder ?? ''}
        value={typed ?? value ?? ''}
        onBlur={() => setTyped(null)}
        onChange={(e) => {
          const to = readNumber(e.target.value);
          if (e.target.value.trim() === '') {
            setTyped(null);
            onChange(undefined);
          } else if (to === null || /[.,]0*$/.test(e.target.value) || (above !== undefined && to <= above)) {
            setTyped(e.target.value);
          } else {
            setTyped(null);
            onChange(to);
          }
        }}
      />
      {after}
    </label>
  );
}

export function DayField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | undefined;
  onChange: (value: string | undefined) => void;
}) {
  return (
    <label style={{ display: 'inline-flex', gap: 6, alignItems: 'center', color: 'var(--ink-2)' }}>
      {label}
      <LineInput type="date" value={value ?? ''} onChange={(e) => onChange(e.target.value || undefined)} />
    </label>
  );
}
