'use client';
/** Above the manuscript: a tick for every page, words to look for, and what holds for the quiz as a whole. */
import { ChevronDown, ChevronRight, Search } from 'lucide-react';
import { memo, useState } from 'react';
import styled from 'styled-components';
import type { Page, Quiz } from '../../core/schema/quiz';
import { LineInput, TextButton } from '../../ui/controls';
import { useAfterPause } from '../shared/after-pause';
import { useDocumentStore } from '../document';
import { findIn } from './bulk';
import { WholePanel } from './whole-panel';

const Line = styled.div`
  position: sticky;
  top: 0;
  z-index: 4;
  display: flex;
  align-items: center;
  gap: 6px 18px;
  padding: 6px 16px 6px 24px;
  min-height: 40px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  font-size: 13px;
  nav {
    display: flex;
    flex-wrap: wrap;
    gap: 2px;
    flex: 1;
    min-width: 0;
    max-height: 52px;
    overflow: auto;
  }
  nav button {
    border: 0;
    background: none;
    min-width: 24px;
    height: 24px;
    padding: 0 4px;
    cursor: pointer;
    color: var(--ink-2);
    font-variant-numeric: tabular-nums;
    border-radius: 0;
    border-bottom: 3px solid transparent;
  }
  nav button[aria-current] {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--saffron);
  }
  @media (max-width: 899px) {
    flex-wrap: wrap;
    nav {
      flex-basis: 100%;
    }
  }
  .find {
    display: flex;
    gap: 6px;
    align-items: center;
    color: var(--ink-2);
  }
`;
export function QuizSettings({
  quiz,
  page,
  bank,
  arrive,
}: {
  quiz: Quiz;
  page: string;
  /** The question bank, for which there is nothing as a whole. */
  bank: boolean;
  arrive: (id: string, option?: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const later = useAfterPause(quiz);
  return (
    <>
      <Head quiz={later} page={page} open={open} setOpen={bank ? null : setOpen} arrive={arrive} />
      {open && <WholePanel quiz={quiz} />}
    </>
  );
}

/** What stands above at all times; it looks at the quiz as it stood at the last pause. */
const Head = memo(function Head({
  quiz,
  page,
  open,
  setOpen,
  arrive,
}: {
  quiz: Quiz;
  page: string;
  open: boolean;
  /** Null where there is no quiz as a whole. */
  setOpen: ((to: boolean) => void) | null;
  arrive: (id: string, option?: string) => void;
}) {
  const [words, setWords] = useState('');
  const [at, setAt] = useState(-1);
  const found = findIn(quiz, words);
  const store = useDocumentStore();
  const go = (by: 1 | -1) => {
    // Search the present document, not the deferred one.
    const places = findIn(store.getState().quiz, words);
    if (places.length === 0) return;
    const next = (at + by + places.length) % places.length;
    setAt(next);
    const place = places[next];
    if (place) arrive(place.block, place.option);
  };
  return (
    <Line>
      <Ticks pages={quiz.pages} page={page} arrive={arrive} />
      <label className="find">
        <Search size={14} aria-hidden="true" />
        <LineInput
          type="search"
          aria-label="Find in the quiz"
          placeholder="Find"
          style={{ width: 120, fontSize: 13 }}
          value={words}
          onChange={(e) => {
            setWords(e.target.value);
            setAt(-1);
          }}
          onKeyDown={(e) => {
            if (e.key !== 'Enter') return;
            e.preventDefault();
            go(e.shiftKey ? -1 : 1);
          }}
        />
        <span role="status" style={{ minWidth: 46 }}>
          {words.trim() ? (found.length ? `${at < 0 ? '' : `${at + 1} of `}${found.length}` : 'nowhere') : ''}
        </span>
      </label>
      {setOpen && (
        <TextButton $weight={500} aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />} The whole quiz
        </TextButton>
      )}
    </Line>
  );
});

const Ticks = memo(function Ticks({
  pages,
  page,
  arrive,
}: {
  pages: Page[];
  page: string;
  arrive: (id: string) => void;
}) {
  return (
    <nav aria-label="Pages of the quiz">
      {pages.map((p, i) => (
        <button
          key={p.id}
          type="button"
          aria-current={p.id === page ? 'true' : undefined}
          aria-label={`Page ${i + 1}, ${p.name || 'without a name'}`}
          title={p.name}
          onClick={() => arrive(p.id)}
        >
          {p.stage === 'result' ? '●' : i + 1}
        </button>
      ))}
    </nav>
  );
});
