'use client';
/** Marks set by hand for one answer of one run, over the key. */
import { useState } from 'react';
import { call } from '../../contract/call';
import type { Person } from '../../contract/results';
import { LineInput, TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { messageOf } from '../shared/trouble';

export function ByHand({
  quiz,
  run,
  answer: { id, question, marked },
  onMarked,
}: {
  quiz: string;
  run: string;
  answer: Person['answers'][number];
  onMarked: () => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const [note, setNote] = useState('');
  const [trouble, setTrouble] = useState('');
  if (!marked) return null;
  const send = (marks: number | null) =>
    void call('PUT /api/quizzes/{quiz}/reviews/{question}', {
      quiz,
      question: id,
      body: { runs: [run], marks, ...(note.trim() ? { note } : {}) },
    }).then(
      () => {
        setOpen(false);
        onMarked();
      },
      (error: unknown) => setTrouble(messageOf(error)),
    );
  if (!isOpen)
    return (
      <span style={{ display: 'flex', gap: 16, flexWrap: 'wrap' }}>
        <TextButton $weight={400} aria-label={`Mark by hand: ${question}`} onPress={() => setOpen(true)}>
          Mark by hand
        </TextButton>
        {marked.by && (
          <TextButton $weight={400} aria-label={`Take the marks back: ${question}`} onPress={() => send(null)}>
            Take back
          </TextButton>
        )}
      </span>
    );
  const marks = Number(typed.replace(',', '.'));
  const isGood = typed.trim() !== '' && marks >= 0 && marks <= marked.of;
  return (
    <form
      aria-label={`Marks for ${question}`}
      style={{ display: 'flex', gap: '6px 12px', flexWrap: 'wrap', alignItems: 'center', marginTop: 4 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (isGood) send(marks);
        else setTrouble(`Marks from 0 to ${marked.of} can be given.`);
      }}
    >
      <LineInput
        aria-label={`Marks, of ${marked.of}`}
        inputMode="decimal"
        style={{ width: 60 }}
        value={typed}
        autoFocus
        onChange={(e) => setTyped(e.target.value)}
      />
      <Muted>of {marked.of}</Muted>
      <LineInput
        aria-label="What is said to them"
        placeholder="A word to them"
        style={{ width: 220 }}
        maxLength={2_000}
        value={note}
        onChange={(e) => setNote(e.target.value)}
      />
      <TextButton type="submit">Set</TextButton>
      <TextButton $weight={400} onPress={() => setOpen(false)}>
        Leave it
      </TextButton>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </form>
  );
}
