'use client';
/** Several questions chosen at once, by their numerals; and the line that says what can be done with them. */
import { Muted } from '../../ui/text';
import { messageOf } from '../shared/trouble';
import { type KeyboardEvent, type MouseEvent, useEffect, useState } from 'react';
import styled from 'styled-components';
import { create } from 'zustand';
import type { Edit } from '../../core/document/edits';
import { MenuButton, TextButton } from '../../ui/controls';
import { useKeep } from '../shared/from-bank';
import { useDocumentStore } from '../document';
import { setTopic } from '../edits/edits';
import { copyText, inOrder, moveMany, moveToPage, removeMany, setOnAll } from './bulk';
import { NumberField } from '../fields/number-field';
import { PresetMenu } from './presets';

type Selected = { ids: string[]; /** where a range begins */ anchor: string | null };
const useSelected = create<Selected>(() => ({ ids: [], anchor: null }));
const choose = (ids: string[], anchor: string | null) => useSelected.setState({ ids, anchor });
export const chosenQuestions = (): string[] => useSelected.getState().ids;

const Button = styled.button`
  border: 0;
  background: none;
  padding: 0 4px;
  margin-inline-end: 12px;
  cursor: pointer;
  color: inherit;
  font: 700 34px/38px var(--heading);
  font-variant-numeric: tabular-nums;
  /* Two and three digits leave the grip its room. */
  &[data-digits='2'] {
    padding: 0;
    margin-inline-end: 4px;
    font-size: 26px;
  }
  &[data-digits='3'] {
    padding: 0;
    margin-inline-end: 2px;
    font-size: 19px;
  }
  &[aria-pressed='true'] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
    padding-inline-start: 10px;
  }
  @media (max-width: 899px) {
    margin: 0;
    padding: 0;
    min-width: 24px;
    font-size: 19px;
    text-align: end;
    &[aria-pressed='true'] {
      padding-inline-start: 6px;
    }
  }
`;

/** The numeral of a question, which chooses it: Shift chooses all up to it, arrows go on to the next. */
export function Numeral({ question, number }: { question: string; number: number }) {
  const on = useSelected((s) => s.ids.includes(question));
  const store = useDocumentStore();
  const all = () => store.getState().quiz.pages.flatMap((p) => p.blocks.map((b) => b.id));
  const upTo = (id: string) => {
    const order = all();
    const { anchor, ids } = useSelected.getState();
    const ends = [order.indexOf(anchor ?? id), order.indexOf(id)];
    const range = order.slice(Math.min(...ends), Math.max(...ends) + 1);
    choose([...ids.filter((x) => !range.includes(x)), ...range], anchor ?? id);
  };
  const toggle = (event: MouseEvent) => {
    if (event.shiftKey) {
      upTo(question);
      return;
    }
    const { ids } = useSelected.getState();
    choose(on ? ids.filter((id) => id !== question) : [...ids, question], question);
  };
  const keys = (event: KeyboardEvent<HTMLElement>) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (by !== 0 && !event.altKey) {
      const numerals = [...document.querySelectorAll<HTMLElement>('[data-numeral]')];
      const next = numerals[numerals.indexOf(event.currentTarget) + by];
      event.preventDefault();
      event.stopPropagation();
      next?.focus();
      if (event.shiftKey && next?.dataset['numeral']) {
        if (!on) choose([...useSelected.getState().ids, question], question);
        upTo(next.dataset['numeral']);
      }
    }
  };
  return (
    <Button
      type="button"
      data-numeral={question}
      data-digits={String(number).length}
      aria-pressed={on}
      aria-label={`Choose number ${number}`}
      title="Choose it; Shift chooses all up to it"
      onClick={toggle}
      onKeyDown={keys}
    >
      {number}
    </Button>
  );
}

const Line = styled.div`
  position: sticky;
  bottom: 0;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
  padding: 10px 16px 10px 24px;
  background: var(--saffron-wash);
  border-top: 1px solid var(--ink);
  box-shadow: inset 4px 0 0 var(--saffron);
`;

type Acts = {
  release: () => void;
  remove: () => void;
  copy: () => void;
  cut: () => void;
  move: (by: -1 | 1) => void;
};

/** What a key does with the chosen questions; null where it is left to the browser. */
function actOf(event: globalThis.KeyboardEvent, acts: Acts): (() => void) | null {
  const isCommand = event.ctrlKey || event.metaKey;
  if (event.key === 'Delete') return acts.remove;
  if (isCommand && event.key === 'c') return acts.copy;
  if (isCommand && event.key === 'x') return acts.cut;
  if (event.altKey && event.key === 'ArrowUp') return () => acts.move(-1);
  if (event.altKey && event.key === 'ArrowDown') return () => acts.move(1);
  return null;
}

function useSelectedKeys(isOn: boolean, acts: Acts): void {
  useEffect(() => {
    if (!isOn) return;
    const keys = (event: globalThis.KeyboardEvent) => {
      const { target } = event;
      if (!(target instanceof HTMLElement)) return;
      if (event.key === 'Escape') {
        acts.release();
        return;
      }
      // In a field, the keys are the field's own.
      if (target.matches('input, textarea, select, [contenteditable="true"]')) return;
      const act = actOf(event, acts);
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  });
}

/** What can be done with the chosen questions: each act is one step of undo. */
export function SelectedLine({ bank }: { bank: boolean }) {
  const keep = useKeep();
  const store = useDocumentStore();
  const chosen = useSelected((s) => s.ids);
  const [said, setSaid] = useState('');
  useEffect(() => () => choose([], null), []);
  const { quiz } = store.getState();
  const questions = inOrder(quiz, chosen);
  const ids = questions.map((q) => q.id);
  const act = (edit: Edit | null) => {
    if (edit) store.getState().edit(edit);
  };
  const copy = async (cut: boolean) => {
    const now = store.getState().quiz;
    await navigator.clipboard.writeText(copyText(now, ids));
    setSaid(`${ids.length} copied. Paste them here, or in another quiz.`);
    if (!cut) return;
    act(removeMany(now, ids));
    choose([], null);
  };
  const move = (by: -1 | 1) => act(moveMany(store.getState().quiz, ids, by));
  useSelectedKeys(ids.length > 0, {
    release: () => choose([], null),
    remove: () => act(removeMany(store.getState().quiz, ids)),
    copy: () => void copy(false),
    cut: () => void copy(true),
    move,
  });
  if (ids.length === 0) return null;
  const topic = (id: string) => {
    const now = store.getState().quiz;
    const name = now.topics.find((t) => t.id === id)?.name ?? '';
    act({ name: 'set-topics', ops: inOrder(now, ids).flatMap((q) => setTopic(now, q, name).ops) });
  };
  const asks = quiz.pages.filter((p) => p.stage === 'ask');
  return (
    <Line role="region" aria-label="Chosen questions">
      <b>
        {ids.length} {ids.length === 1 ? 'question' : 'questions'}
      </b>
      <TextButton $weight={500} onPress={() => move(-1)} aria-label="Move the chosen up">
        Move up
      </TextButton>
      <TextButton $weight={500} onPress={() => move(1)} aria-label="Move the chosen down">
        Move down
      </TextButton>
      <MenuButton
        label="Put the chosen on a page"
        entries={asks.map((p, i) => ({ id: p.id, label: p.name || `Page ${i + 1}` }))}
        onAction={(page) => act(moveToPage(store.getState().quiz, ids, page))}
      >
        To page …
      </MenuButton>
      {quiz.topics.length > 0 && (
        <MenuButton
          label="Topic of the chosen"
          entries={[...quiz.topics.map((t) => ({ id: t.id, label: t.name })), { id: '', label: 'none' }]}
          onAction={topic}
        >
          Topic …
        </MenuButton>
      )}
      <MenuButton
        label="Whether the chosen are required"
        entries={[
          { id: 'yes', label: 'Required' },
          { id: 'no', label: 'May be left empty' },
        ]}
        onAction={(to) => act(setOnAll(store.getState().quiz, ids, 'required', to === 'yes' ? true : undefined))}
      >
        Required …
      </MenuButton>
      <NumberField
        label="Marks"
        value={questions.every((q) => q.marks === questions[0]?.marks) ? questions[0]?.marks : undefined}
        placeholder="1"
        onChange={(to) => act(setOnAll(store.getState().quiz, ids, 'marks', to))}
      />
      <PresetMenu ids={ids} label="Settings of the chosen" />
      <TextButton $weight={500} onPress={() => void copy(false)}>
        Copy
      </TextButton>
      {!bank && (
        <TextButton
          $weight={500}
          onPress={() =>
            void keep(ids).then(
              (n) => setSaid(`${n} kept in the bank. ${n === 1 ? 'It follows' : 'They follow'} it from now on.`),
              (error: unknown) => setSaid(messageOf(error)),
            )
          }
        >
          Keep in the bank
        </TextButton>
      )}
      <TextButton
        $weight={500}
        $danger
        onPress={() => {
          act(removeMany(store.getState().quiz, ids));
          choose([], null);
        }}
      >
        Delete
      </TextButton>
      <TextButton $weight={400} onPress={() => choose([], null)}>
        Let go
      </TextButton>
      <Muted role="status" $small>
        {said}
      </Muted>
    </Line>
  );
}
