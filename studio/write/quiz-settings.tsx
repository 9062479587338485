'use client';
/** Above the manuscript: a tick for every page, words to look for, and what holds for the quiz as a whole. */
import { ChevronDown, ChevronRight, Search } from 'lucide-react';
import { memo, useState } from 'react';
import styled from 'styled-components';
import { isQuestion } from '../../core/document/lookup';
import type { Page, Question, Quiz } from '../../core/schema/quiz';
import { Choose, LineInput, TextButton, Toggle } from '../../ui/controls';
import { useAfterPause } from '../shared/after-pause';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { findIn, paged, type Paging, setOnAll, shared } from './bulk';
import { NumberField } from '../fields/number-field';
import { PresetPart } from './presets';

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
const Panel = styled.section`
  position: relative;
  z-index: 1;
  background: var(--paper);
  padding: 12px 24px 18px;
  border-bottom: 1px solid var(--ink);
  display: grid;
  gap: 8px;
  line-height: 28px;
  max-width: 760px;
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 24px;
    align-items: center;
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
    // As it stands now, and not at the last pause.
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

const languages: [string, string][] = [
  ['en', 'English'],
  ['de', 'Deutsch'],
  ['fr', 'français'],
  ['es', 'español'],
  ['nl', 'Nederlands'],
  ['ar', 'العربية'],
];

/** What holds for all pages and questions. */
function WholePanel({ quiz }: { quiz: Quiz }) {
  const store = useDocumentStore();
  const [why, setWhy] = useState('');
  const set = (field: string[], was: unknown, to: unknown) =>
    store.getState().edit(setField('set-quiz', [], field, was, to), field.join('.'));
  const { delivery } = quiz;
  const deliver = <K extends keyof typeof delivery>(field: K, to: (typeof delivery)[K] | undefined) =>
    set(['delivery', field], delivery[field], to);
  const rearrange = (how: Paging) => {
    const done = paged(store.getState().quiz, how);
    setWhy(done === null ? 'The pages stand like that already.' : 'why' in done ? done.why : '');
    if (done && 'edit' in done) store.getState().edit(done.edit);
  };
  const all = quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)).map((q) => q.id);
  const onAll = (field: keyof Question, to: unknown) => {
    const edit = setOnAll(store.getState().quiz, all, field, to);
    if (edit) store.getState().edit(edit);
  };
  const required = shared(quiz, 'required', false);
  const marks = shared(quiz, 'marks', 1);
  const penalty = shared(quiz, 'penalty', 0);
  const shuffle = shared(quiz, 'shuffle', false);
  const known = languages.some(([id]) => id === quiz.language);
  return (
    <Panel aria-label="The whole quiz">
      <label className="row">
        What it is about:{' '}
        <LineInput
          aria-label="What the quiz is about"
          style={{ flex: 1, minWidth: 200 }}
          maxLength={2000}
          placeholder="A line for your own list, and for search engines"
          value={quiz.description}
          onChange={(e) => set(['description'], quiz.description, e.target.value)}
        />
      </label>
      <div>
        Its buttons and messages speak{' '}
        <Choose
          label="Language"
          value={quiz.language}
          options={[
            ...languages.map(([id, label]) => ({ id, label })),
            ...(known ? [] : [{ id: quiz.language, label: quiz.language }]),
          ]}
          onChange={(to) => set(['language'], quiz.language, to)}
        />{' '}
        <Choose
          label="For which visitors"
          value={delivery.language ?? 'fixed'}
          options={[
            { id: 'fixed', label: 'to everybody' },
            { id: 'found', label: 'unless a visitor’s browser likes another of these better' },
          ]}
          onChange={(to) => deliver('language', to === 'found' ? 'found' : undefined)}
        />
        . Visitors{' '}
        <Choose
          label="Whether visitors can go back"
          value={delivery.back === false || delivery.explain === 'after' ? 'no' : 'yes'}
          options={[
            { id: 'yes', label: 'can go back' },
            { id: 'no', label: 'cannot go back' },
          ]}
          onChange={(to) => deliver('back', to === 'no' ? false : undefined)}
        />
        , and{' '}
        <Choose
          label="Whether progress is shown"
          value={delivery.progress === false ? 'no' : 'yes'}
          options={[
            { id: 'yes', label: 'see how far they are' },
            { id: 'no', label: 'do not see how far they are' },
          ]}
          onChange={(to) => deliver('progress', to === 'no' ? false : undefined)}
        />
        . What is right is told{' '}
        <Choose
          label="When what is right is told"
          value={delivery.explain ?? 'end'}
          options={[
            { id: 'end', label: 'on the result, if at all' },
            { id: 'after', label: 'after each page, and then there is no way back' },
          ]}
          onChange={(to) => deliver('explain', to === 'after' ? 'after' : undefined)}
        />
        .
      </div>
      <div className="row">
        <Toggle selected={delivery.lookOver ?? false} onChange={(to) => deliver('lookOver', to || undefined)}>
          All answers are looked over before they are sent
        </Toggle>
        <NumberField
          label="Time for all of it:"
          after="seconds"
          value={delivery.limit}
          placeholder="none"
          above={0}
          onChange={(to) => deliver('limit', to)}
        />
      </div>
      <div className="row">
        <span>Put the questions on pages anew:</span>
        <TextButton $weight={500} onPress={() => rearrange('each')}>
          one on each
        </TextButton>
        <TextButton $weight={500} onPress={() => rearrange('topic')}>
          a page for each topic
        </TextButton>
        <TextButton $weight={500} onPress={() => rearrange('one')}>
          all on one
        </TextButton>
      </div>
      {why && (
        <p role="status" style={{ color: 'var(--ink-2)' }}>
          {why}
        </p>
      )}
      <div className="row" role="group" aria-label="For all questions">
        <span>For all questions:</span>
        <Toggle selected={required.value ?? false} onChange={(to) => onAll('required', to || undefined)}>
          required{differing(required)}
        </Toggle>
        <Toggle selected={shuffle.value ?? false} onChange={(to) => onAll('shuffle', to || undefined)}>
          answers shuffled{differing(shuffle)}
        </Toggle>
        <NumberField
          label="marks"
          after={differing(marks)}
          value={marks.value}
          placeholder="1"
          onChange={(to) => onAll('marks', to === 1 ? undefined : to)}
        />
        <NumberField
          label="penalty"
          after={differing(penalty)}
          value={penalty.value}
          placeholder="0"
          onChange={(to) => onAll('penalty', to || undefined)}
        />
      </div>
      <PresetPart quiz={quiz} />
    </Panel>
  );
}

const differing = ({ others }: { others: number }): string =>
  others ? ` (${others} ${others === 1 ? 'is' : 'are'} otherwise)` : '';
