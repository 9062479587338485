'use client';
/** A link by which somebody else gets a copy of the quiz for their own. */
import { useEffect, useState } from 'react';
import { call } from '../../contract/call';
import type { Gift } from '../../contract/quizzes';
import { TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocument } from '../document';
import { messageOf } from '../shared/trouble';
import { Code, Copy } from '../shared/code';

export function GiveAway() {
  const quiz = useDocument((s) => s.quizId);
  const [gift, setGift] = useState<Gift>({ link: null, taken: 0 });
  const [trouble, setTrouble] = useState('');
  const show = (told: Promise<Gift>) => {
    setTrouble('');
    told.then(setGift, (error: unknown) => setTrouble(messageOf(error)));
  };
  useEffect(() => {
    let isGone = false;
    call('GET /api/quizzes/{quiz}/gift', { quiz }).then(
      (told) => !isGone && setGift(told),
      () => undefined,
    );
    return () => void (isGone = true);
  }, [quiz]);
  const { link, taken } = gift;
  return (
    <section aria-label="Give it away">
      <h2>Give it away</h2>
      <p>
        A link by which somebody with an account of their own gets a copy, as the quiz is written then: without answers,
        contacts, list and passcode.
      </p>
      {link === null ? (
        <div style={{ marginTop: 10 }}>
          <TextButton onPress={() => show(call('POST /api/quizzes/{quiz}/gift', { quiz }))}>Make a link</TextButton>
        </div>
      ) : (
        <>
          <Code aria-label="Link to a copy">{link}</Code>
          <div className="beside">
            <Copy text={link} what="the link to a copy" />
            <TextButton $danger onPress={() => show(call('DELETE /api/quizzes/{quiz}/gift', { quiz }))}>
              Stop giving it away
            </TextButton>
          </div>
        </>
      )}
      {(link !== null || taken > 0) && (
        <Muted as="p" role="status" $small style={{ marginTop: 6 }}>
          {taken === 0
            ? 'Nobody has taken one yet.'
            : taken === 1
              ? 'One copy was taken.'
              : `${taken} copies were taken.`}
        </Muted>
      )}
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </section>
  );
}
