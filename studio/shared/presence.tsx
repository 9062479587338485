'use client';
/** Who else is in the quiz now, and at which block. */
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';

export type Present = { name: string; block: string };
const PresenceContext = createContext<Present[]>([]);
export const usePresent = (): Present[] => useContext(PresenceContext);

/** Milliseconds between two times at which it is said where one is; the server forgets after more than twice as long. */
const EVERY = 8_000;
/** Milliseconds after which somebody who goes on to another block is said to be there. */
const SOON = 600;

const blockAt = (target: EventTarget | null): string =>
  (target instanceof HTMLElement && target.closest<HTMLElement>('[data-block]')?.dataset['block']) || '';

/** Says where in the quiz one is, and tells all below who else is. */
export function PresenceProvider({ quiz, children }: { quiz: string; children: ReactNode }) {
  const [others, setOthers] = useState<Present[]>([]);
  const block = useRef('');
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    let isGone = false;
    const say = async () => {
      if (document.visibilityState === 'visible') {
        // Nobody is told of others while there is no connection; nothing depends on it.
        const told = await call('POST /api/quizzes/{quiz}/presence', { quiz, body: { block: block.current } }).catch(
          () => ({ others: [] }),
        );
        if (isGone) return;
        setOthers((old) => (JSON.stringify(old) === JSON.stringify(told.others) ? old : told.others));
      }
      later(EVERY);
    };
    const later = (wait: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => void say(), wait);
    };
    const moved = (event: Event) => {
      const at = blockAt(event.target);
      if (at === block.current) return;
      block.current = at;
      later(SOON);
    };
    void say();
    document.addEventListener('focusin', moved);
    return () => {
      isGone = true;
      clearTimeout(timer);
      document.removeEventListener('focusin', moved);
    };
  }, [quiz]);
  return <PresenceContext.Provider value={others}>{children}</PresenceContext.Provider>;
}

const Tag = styled.span`
  display: inline-block;
  padding: 0 6px;
  font: 600 12px/18px var(--text);
  background: var(--saffron-wash);
  border-inline-start: 3px solid var(--saffron);
  color: var(--ink);
  white-space: nowrap;
`;

/** The names of those who are at a block. */
export function Here({ block }: { block: string }) {
  const names = usePresent().filter((one) => one.block === block);
  if (names.length === 0) return null;
  return (
    <span style={{ display: 'flex', flexWrap: 'wrap', gap: 4 }}>
      {names.map(({ name }, i) => (
        <Tag key={i}>{name} is here</Tag>
      ))}
    </span>
  );
}

/** Everybody else who is in the quiz, for the head of the studio. */
export function WhoIsHere() {
  const names = [...new Set(usePresent().map((one) => one.name))];
  return (
    <span role="status" className="words" style={{ fontSize: 13, color: 'var(--ink-2)', whiteSpace: 'nowrap' }}>
      {names.length > 0 &&
        `${names.slice(0, 3).join(', ')}${names.length > 3 ? ` and ${names.length - 3} more` : ''} ${names.length === 1 ? 'is' : 'are'} here too`}
    </span>
  );
}
