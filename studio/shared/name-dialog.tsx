'use client';
import { type ReactNode, useState } from 'react';
import { LineInput, TextButton } from '../../ui/controls';

/** Words on a button that give way to a field for a name, as what is kept asks for one. */
export function NameIt({
  children,
  ask,
  label,
  onName,
}: {
  children: ReactNode;
  /** what stands before the field */ ask: string;
  label: string;
  onName: (name: string) => void;
}) {
  const [name, setName] = useState<string | null>(null);
  const keep = () => {
    if (!name?.trim()) return;
    onName(name.trim());
    setName(null);
  };
  if (name === null)
    return (
      <TextButton $weight={500} onPress={() => setName('')}>
        {children}
      </TextButton>
    );
  return (
    <span>
      {ask}{' '}
      <LineInput
        autoFocus
        aria-label={label}
        style={{ width: 170 }}
        maxLength={200}
        value={name}
        onChange={(e) => setName(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') keep();
          if (e.key === 'Escape') setName(null);
        }}
      />{' '}
      <TextButton isDisabled={!name.trim()} onPress={keep}>
        Keep
      </TextButton>
    </span>
  );
}
