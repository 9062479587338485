'use client';
/** What the paragraphs of Publish share: own words for visitors, and that a change has taken effect. */
import { type ReactNode, useState } from 'react';
import { without } from '../../core/document/lookup';
import type { Access } from '../../core/schema/access';
import { LineInput } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm } from '../../ui/text';
import type { AccessHandle } from './use-access';

type Words = NonNullable<Access['words']>;

export function OwnWords({
  access,
  of,
  label,
  placeholder,
}: {
  access: AccessHandle;
  of: keyof Words;
  label: string;
  placeholder: string;
}) {
  const { words = {} } = access.standing.settings;
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    if (typed === null) return;
    const next: Words = { ...without(words, of), ...(typed.trim() ? { [of]: typed.trim() } : {}) };
    void access.set({ words: Object.keys(next).length ? next : undefined }).then(() => setTyped(null));
  };
  return (
    <label className="line">
      {label}:{' '}
      <LineInput
        value={typed ?? words[of] ?? ''}
        maxLength={300}
        placeholder={placeholder}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => {
          if (e.key === 'Enter') keep();
          if (e.key === 'Escape') setTyped(null);
        }}
      />
    </label>
  );
}

/** The consequence, and what became of the last change. */
export function Said({ access, children }: { access: AccessHandle; children: ReactNode }) {
  return (
    <p role="status" className="consequence">
      {access.trouble ? <Alarm>{access.trouble}</Alarm> : children}
      {access.isSaved && !access.trouble && (
        <span className="now">
          <Mark kind="yes" size={11} /> From now on. No new edition needed.
        </span>
      )}
    </p>
  );
}
