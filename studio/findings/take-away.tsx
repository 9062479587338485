'use client';
/** One run taken away: says what goes, and asks once. */
import { useState } from 'react';
import { call } from '../../contract/call';
import { TextButton } from '../../ui/controls';
import { Alarm } from '../../ui/text';
import { messageOf } from '../shared/trouble';

export function TakeAway({ quiz, run, onRemoved }: { quiz: string; run: string; onRemoved: () => void }) {
  const [isAsking, setAsking] = useState(false);
  const [trouble, setTrouble] = useState('');
  const remove = () =>
    void call('DELETE /api/quizzes/{quiz}/people/{run}', { quiz, run }).then(onRemoved, (error: unknown) =>
      setTrouble(messageOf(error)),
    );
  if (!isAsking)
    return (
      <p style={{ marginTop: 16 }}>
        <TextButton $danger onPress={() => setAsking(true)}>
          Take this run away …
        </TextButton>
      </p>
    );
  return (
    <div role="group" aria-label="Take this run away" style={{ marginTop: 16 }}>
      <p>
        Its answers, files and letters go for good, and an address that was left in no other run. The figures are as if
        it had never been.
      </p>
      <p style={{ display: 'flex', gap: 20 }}>
        <TextButton $danger onPress={remove}>
          Take it away for good
        </TextButton>
        <TextButton onPress={() => setAsking(false)}>Keep it</TextButton>
      </p>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </div>
  );
}
