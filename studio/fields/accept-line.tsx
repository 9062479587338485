'use client';
/** Several accepted wordings in one line, parted by semicolons. */
import { useState } from 'react';
import type { Accepted } from '../../core/schema/quiz';
import { acceptedOf } from '../../core/text/fold';
import { LineInput } from '../../ui/controls';

export function AcceptLine({
  label,
  accept,
  onChange,
}: {
  label: string;
  accept: Accepted[] | undefined;
  onChange: (accept: Accepted[] | undefined) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (line: string): Accepted[] =>
    line
      .split(';')
      .map((text) => text.trim())
      .filter(Boolean)
      // Keep the partial credit of unchanged words.
      .map((text) => accept?.find((a) => acceptedOf(a).text === text) ?? text);
  return (
    <LineInput
      aria-label={label}
      style={{ width: '100%' }}
      maxLength={2000}
      placeholder="What is right; other wordings after a semicolon"
      value={typed ?? (accept ?? []).map((a) => acceptedOf(a).text).join('; ')}
      onBlur={() => setTyped(null)}
      onChange={(e) => {
        setTyped(e.target.value);
        const to = read(e.target.value);
        onChange(to.length ? to : undefined);
      }}
    />
  );
}
