'use client';
/** What colleagues note to themselves about one run. */
import { useState } from 'react';
import { call } from '../../contract/call';
import type { Person } from '../../contract/results';
import { Field } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useKeepTyped } from '../shared/keep-typed';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';

export function Note({
  quiz,
  run,
  note,
  mayWrite,
}: {
  quiz: string;
  run: string;
  note: Person['note'];
  mayWrite: boolean;
}) {
  const [words, setWords] = useState(note?.words ?? '');
  const [kept, setKept] = useState(note?.words ?? '');
  const [says, setSays] = useState(note ? `${note.by}, ${dayAndTime(note.at)}` : '');
  const [trouble, setTrouble] = useState('');
  const keep = useKeepTyped(words, kept, (next) =>
    call('PUT /api/quizzes/{quiz}/people/{run}/note', { quiz, run, body: { words: next } }).then(
      () => {
        setKept(next);
        setSays('Kept.');
        setTrouble('');
      },
      (error: unknown) => setTrouble(messageOf(error)),
    ),
  );
  if (!mayWrite && !note) return null;
  return (
    <div style={{ marginTop: 18 }}>
      {mayWrite ? (
        <Field>
          Note to yourselves; nobody else sees it
          <textarea rows={2} value={words} maxLength={2_000} onChange={(e) => setWords(e.target.value)} onBlur={keep} />
        </Field>
      ) : (
        <p style={{ whiteSpace: 'pre-line' }}>{note?.words}</p>
      )}
      <Muted $small role="status" suppressHydrationWarning>
        {says}
      </Muted>
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
    </div>
  );
}
