'use client';
/** What the paragraphs of Publish share: own words for visitors, and that a change has taken effect. */
import { type ReactNode, useState } from 'react';
import { without } from '../../core/document/lookup';
import { nameOfLanguage } from '../../core/languages/translate';
import type { Access } from '../../core/schema/access';
import { LineInput } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm } from '../../ui/text';
import { useQuiz } from '../document';
import type { AccessHandle } from './use-access';

type Words = NonNullable<Access['words']>;

export function OwnWords({
  access,
  of,
  label,
  placeholder,
}: {
  access: AccessHandle;
  of: Exclude<keyof Words, 'translations'>;
  label: string;
  placeholder: string;
}) {
  const quiz = useQuiz();
  const { words = {} } = access.standing.settings;
  const { translations = {} } = words;
  const keep = (next: Words) => void access.set({ words: Object.keys(next).length ? next : undefined });
  return (
    <>
      <KeptWords
        label={label}
        value={words[of] ?? ''}
        placeholder={placeholder}
        onKeep={(to) => keep(put(words, of, to || undefined))}
      />
      {(quiz.translations ?? []).map(({ id }) => (
        <KeptWords
          key={id}
          label={`${label}, in ${nameOfLanguage(id)}`}
          value={translations[id]?.[of] ?? ''}
          placeholder={words[of] ?? `ours, in ${nameOfLanguage(id)}`}
          onKeep={(to) => {
            const own = put(translations[id] ?? {}, of, to || undefined);
            const all = put(translations, id, Object.keys(own).length ? own : undefined);
            keep(put(words, 'translations', Object.keys(all).length ? all : undefined));
          }}
        />
      ))}
    </>
  );
}

/** An object with one of its fields set, or without it. */
const put = <T extends object, K extends keyof T & string>(object: T, field: K, to: T[K] | undefined): T =>
  ({ ...without(object, field), ...(to === undefined ? {} : { [field]: to }) }) as T;

/** A line of words, kept when one leaves it or presses Enter. @param onKeep told the words without white space around them, where they are others */
export function KeptWords({
  label,
  value,
  placeholder,
  onKeep,
}: {
  label: string;
  value: string;
  placeholder: string;
  onKeep: (to: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    if (typed !== null && typed.trim() !== value) onKeep(typed.trim());
    setTyped(null);
  };
  return (
    <label className="line">
      {label}:{' '}
      <LineInput
        value={typed ?? value}
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
