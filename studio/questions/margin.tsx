'use client';
/** The margin beside an answer: what it does, in words; and while the cursor is there, fields to change it. */
import { Inline } from '../../ui/text';
import { Plus } from 'lucide-react';
import { memo, useState } from 'react';
import styled from 'styled-components';
import type { Place } from '../../core/document/edits';
import { quizIndex } from '../../core/document/lookup';
import type { Choice, Option, Target as Leads } from '../../core/schema/quiz';
import { targetWords } from '../../core/conditions/describe';
import { Choose, MenuButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocument, useDocumentStore, useQuiz } from '../document';
import { placeOfOption, setField } from '../edits/edits';
import { addOutcome, addScale, weigh } from '../edits/weigh-edits';
import { ledBy, leadTo } from '../shared/answer-routes';
import { readNumber, signed, type Measure } from '../edits/measures';
import { useNamedField } from '../fields/registry';
import { useFocusLater } from '../fields/cursor';
import { Bar } from '../shared/sheet';

const Weight = styled.input`
  width: 34px;
  height: 24px;
  text-align: center;
  font-weight: 600;
  font-size: 13px;
  border: 0;
  border-bottom: 1.5px solid var(--saffron-ink);
  background: transparent;
  border-radius: 0;
  padding: 0;
  font-variant-numeric: tabular-nums;
  &:focus {
    background: var(--paper);
  }
`;
export const Notes = styled.span`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  b {
    color: var(--ink);
    font-weight: 600;
  }
`;

const rightness = (credit: number | undefined) => (credit === 1 ? 'right' : credit ? 'partly' : 'none');

/** How many effects a note names before it says "1 more". */
const MOST = 3;

export const OptionMargin = memo(function OptionMargin({
  question,
  option,
  targets,
  active,
}: {
  question: Choice;
  option: Option;
  targets: Measure[];
  active: boolean;
}) {
  const leads = useDocument((s) => {
    const to = ledBy(quizIndex(s.quiz).pageOf.get(question.id), question.id, option.id);
    return to && targetWords(s.quiz, to);
  });
  const effects = targets.filter((t) => (option.weights?.[t.id] ?? 0) !== 0);
  if (active) return <OptionEffects question={question} option={option} targets={targets} />;
  const shown = effects.length > MOST + 1 ? effects.slice(0, MOST) : effects;
  return (
    <Notes>
      {option.credit !== undefined && option.credit > 0 && <RightNote credit={option.credit} />}
      {shown.map((t) => (
        <span key={t.id}>
          {t.colour !== null && <Bar $n={t.colour} />}
          {t.name} <b>{signed(option.weights?.[t.id] ?? 0)}</b>
        </span>
      ))}
      {effects.length > shown.length && <span>{effects.length - shown.length} more</span>}
      {leads && (
        <span>
          goes to <b>{leads}</b>
        </span>
      )}
    </Notes>
  );
});

/** "● right", as the margin says it. */
export const RightNote = ({ credit = 1, words }: { credit?: number; words?: string }) => (
  <span style={{ display: 'inline-flex', gap: 5, alignItems: 'center', color: 'var(--pine)', fontWeight: 600 }}>
    <Mark kind={credit === 1 ? 'yes' : 'maybe'} size={11} />
    {words ?? (credit === 1 ? 'right' : 'partly right')}
  </span>
);

function OptionEffects({ question, option, targets }: { question: Choice; option: Option; targets: Measure[] }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const [opened, setOpened] = useState<string[]>([]);
  const held = targets.filter((t) => option.weights?.[t.id] !== undefined || opened.includes(t.id));
  const others = targets.filter((t) => !held.includes(t));
  const open = (id: string) => {
    setOpened((old) => [...old, id]);
    focusLater(`weight ${option.id} ${id}`);
  };
  const add = (id: string) => {
    const { quiz, edit } = store.getState();
    if (id !== 'new scale' && id !== 'new outcome') {
      open(id);
      return;
    }
    if (id === 'new scale') {
      const made = addScale(quiz);
      edit(made.edit);
      open(made.scale.id);
    } else {
      const made = addOutcome(quiz);
      edit(made.edit);
      open(made.outcome.id);
    }
  };
  return (
    <Notes style={{ alignItems: 'center' }}>
      {held.map((t) => (
        <span key={t.id} style={{ display: 'inline-flex', alignItems: 'center', gap: 4 }}>
          <span>
            {t.colour !== null && <Bar $n={t.colour} />}
            {t.name}
          </span>
          <WeightField
            at={placeOfOption(store.getState().quiz, question.id, option.id)}
            weights={option.weights}
            of={option.text || 'This answer'}
            target={t}
          />
        </span>
      ))}
      <MenuButton
        label="Add an effect"
        onAction={add}
        entries={[
          ...others.map((t) => ({ id: t.id, label: t.name, note: t.colour === null ? 'scale' : 'outcome' })),
          { id: 'new outcome', label: 'A new outcome' },
          { id: 'new scale', label: 'A new scale' },
        ]}
      >
        <Plus size={14} /> Add
      </MenuButton>
      <Choose
        label={`Is “${option.text}” right?`}
        value={rightness(option.credit)}
        options={[
          { id: 'none', label: question.options.some((o) => o.credit) ? 'wrong' : 'not right or wrong' },
          { id: 'right', label: 'right' },
          { id: 'partly', label: 'partly right' },
        ]}
        onChange={(to) => {
          const { quiz, edit } = store.getState();
          const credit = to === 'right' ? 1 : to === 'partly' ? 0.5 : undefined;
          edit(setField('set-key', placeOfOption(quiz, question.id, option.id), ['credit'], option.credit, credit));
        }}
      />
      <LeadsChoice question={question.id} option={option} />
    </Notes>
  );
}

/** Where the answer leads, chosen beside it; other places than pages are put into a rule in Route. */
function LeadsChoice({ question, option }: { question: string; option: Option }) {
  const store = useDocumentStore();
  const quiz = useQuiz();
  const page = quizIndex(quiz).pageOf.get(question);
  const to = ledBy(page, question, option.id);
  const id = to === null ? '' : typeof to === 'object' && 'page' in to ? `page ${to.page}` : to === 'finish' ? to : '?';
  const asks = quiz.pages.filter((p) => p.stage === 'ask' && p.id !== page?.id);
  if (page?.stage !== 'ask' || (asks.length === 0 && to === null)) return null;
  return (
    <Inline>
      goes to{' '}
      <Choose
        label={`Where “${option.text}” leads`}
        value={id}
        options={[
          { id: '', label: 'where all go' },
          ...asks.map((p) => ({ id: `page ${p.id}`, label: p.name || 'a page without a name' })),
          { id: 'finish', label: 'the result' },
          ...(to !== null && id === '?' ? [{ id, label: targetWords(quiz, to) }] : []),
        ]}
        onChange={(next) => {
          if (next === '?') return;
          const target: Leads | null = next === '' ? null : next === 'finish' ? next : { page: next.slice(5) };
          const edit = leadTo(store.getState().quiz, question, option.id, target);
          if (edit) store.getState().edit(edit);
        }}
      />
    </Inline>
  );
}

/** A weight beside its name: typed, or moved by the arrow keys. 0 takes it away. */
export function WeightField({
  at,
  weights,
  of,
  target,
}: {
  at: Place;
  weights: Record<string, number> | undefined;
  /** What adds it, as the field is labelled. */
  of: string;
  target: Measure;
}) {
  const store = useDocumentStore();
  const now = weights?.[target.id];
  const [typed, setTyped] = useState<string | null>(null);
  const set = (to: number) => {
    setTyped(null);
    store.getState().edit(weigh(at, weights, target.id, to));
  };
  const keep = () => {
    if (typed === null) return;
    const to = typed.trim() === '' ? 0 : readNumber(typed);
    setTyped(null);
    if (to !== null && to !== (now ?? 0)) set(to);
  };
  const nudge = (by: number) => {
    const from = typed === null ? (now ?? 0) : (readNumber(typed) ?? 0);
    set(Number((from + by).toFixed(6)));
  };
  const named = useNamedField(`weight ${at.at(-1) ?? ''} ${target.id}`);
  return (
    <Weight
      inputMode="decimal"
      aria-label={`${of} adds to ${target.name}`}
      ref={named}
      value={typed ?? (now === undefined ? '' : signed(now))}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={keep}
      onKeyDown={(e) => {
        if (e.key === 'Enter') keep();
        if (e.key === 'Escape') setTyped(null);
        if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
          e.preventDefault();
          nudge(e.key === 'ArrowUp' ? 1 : -1);
        }
      }}
    />
  );
}
