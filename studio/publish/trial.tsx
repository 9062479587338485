'use client';
/** Trying a quiz before it is live, or beside it: by its makers, and by a colleague who gets a link. */
import { useEffect, useState } from 'react';
import { call } from '../../contract/call';
import { TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocument } from '../document';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { Code, Copy } from '../shared/code';

type Trial = { link: string; key: string; until: string };

/** A key to try the quiz with, made when it is first needed. */
export function useTrialKey(of: 'live' | 'draft') {
  const quiz = useDocument((s) => s.quizId);
  const [trial, setTrial] = useState<Trial | null>(null);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    let isGone = false;
    call('POST /api/quizzes/{quiz}/trials', { quiz, body: { of } }).then(
      (made) => !isGone && setTrial(made),
      (error: unknown) => !isGone && setTrouble(messageOf(error)),
    );
    return () => void (isGone = true);
  }, [quiz, of]);
  return { trial, trouble };
}

/** A link to the draft for somebody who is to look at it first. */
export function SeeFirst() {
  const quiz = useDocument((s) => s.quizId);
  const [trial, setTrial] = useState<Trial | null>(null);
  const [trouble, setTrouble] = useState('');
  const make = () => {
    setTrouble('');
    call('POST /api/quizzes/{quiz}/trials', { quiz, body: { of: 'draft' } }).then(setTrial, (error: unknown) =>
      setTrouble(messageOf(error)),
    );
  };
  return (
    <section aria-label="See it first">
      <h2>See it first</h2>
      <p>
        A link to the draft as it stands whenever it is opened, for somebody without an account. What they answer counts
        nowhere, and no letter is sent.
      </p>
      <div style={{ marginTop: 10 }}>
        <TextButton onPress={make}>{trial ? 'Make another link' : 'Make a link, good for a week'}</TextButton>
      </div>
      {trial && (
        <>
          <Code aria-label="Link to the draft">{trial.link}</Code>
          <div className="beside">
            <Copy text={trial.link} what="the link to the draft" />
            <Muted $small suppressHydrationWarning>
              good until {dayAndTime(trial.until)}
            </Muted>
          </div>
        </>
      )}
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </section>
  );
}
