'use client';
import { useState } from 'react';
import { looksLikeEmail } from '../../core/flow/contact-formats';
import type { Letter } from '../../core/schema/quiz';
import { LineInput } from '../../ui/controls';
import { Alarm } from '../../ui/text';

const split = (typed: string): string[] =>
  typed
    .split(/[\s,;]+/)
    .map((one) => one.trim())
    .filter(Boolean)
    .slice(0, 20);

/** Addresses with commas between them, kept when the field is left. */
export function Addresses({ letter, onChange }: { letter: Letter; onChange: (list: string[]) => void }) {
  const { addresses = [] } = letter;
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = addresses.filter((one) => !looksLikeEmail(one));
  const keep = () => {
    if (typed !== null && split(typed).join() !== addresses.join()) onChange(split(typed));
    setTyped(null);
  };
  return (
    <>
      {' '}
      <LineInput
        aria-label={`Addresses that ${letter.name} goes to`}
        aria-invalid={wrong.length > 0 || undefined}
        placeholder="tea@slowspoke.test, …"
        style={{ width: 260, maxWidth: '100%' }}
        value={typed ?? addresses.join(', ')}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === 'Enter' && keep()}
      />
      {wrong.length > 0 && <Alarm> “{wrong[0]}” is not an e-mail address.</Alarm>}
    </>
  );
}
