'use client';
/** A letter as it arrives: for a visitor there was or one made up, at a desk or on a phone, light or dark, and as plain text. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Arrives } from '../../contract/letters';
import type { Letter } from '../../core/schema/quiz';
import { Choose, LineInput, PrimaryButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocument, useDocumentStore, useQuiz } from '../document';
import { messageOf } from '../shared/trouble';

type Shown = 'desk' | 'phone' | 'dark' | 'text';

const Frame = styled.div`
  iframe {
    border: 1px solid var(--line);
    background: #fff;
    width: 100%;
    height: 620px;
    display: block;
  }
  &[data-shown='phone'] iframe,
  &[data-shown='dark'] iframe {
    width: 360px;
    max-width: 100%;
    margin: 0 auto;
  }
  pre {
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    border: 1px solid var(--line);
    background: var(--chalk);
    padding: 16px;
    font:
      14px/1.5 ui-monospace,
      monospace;
    max-height: 620px;
    overflow: auto;
  }
`;
const Head = styled.dl`
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 4px 12px;
  padding: 12px 0;
  dt {
    color: var(--ink-3);
    font-size: 13px;
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
  }
`;

export function ArrivesPart({ letter, own }: { letter: Letter; own: string }) {
  const quizId = useDocument((s) => s.quizId);
  const store = useDocumentStore();
  const quiz = useQuiz();
  const [who, setWho] = useState<string | undefined>(undefined);
  const [shown, setShown] = useState<Shown>('desk');
  const [at, setAt] = useState<{ arrives: Arrives; look: number } | null>(null);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    let isOver = false;
    const look = async () => {
      // What is on disk is what is sent.
      await store.getState().flush();
      const query = who === undefined ? {} : { for: who };
      return call('GET /api/quizzes/{quiz}/messages/{message}', { quiz: quizId, message: letter.id, query });
    };
    look().then(
      (arrives) => {
        if (isOver) return;
        setAt((before) => ({ arrives, look: (before?.look ?? 0) + 1 }));
        setTrouble('');
      },
      (error: unknown) => !isOver && setTrouble(messageOf(error)),
    );
    return () => void (isOver = true);
  }, [store, quizId, letter, quiz.look, who]);
  if (!at) return <p role="status">{trouble ? <Alarm>{trouble}</Alarm> : 'Being put together …'}</p>;
  const { arrives, look } = at;
  const asked = new URLSearchParams({
    ...(who === undefined ? {} : { for: who }),
    ...(shown === 'dark' ? { dark: '1' } : {}),
    look: String(look),
  });
  return (
    <>
      <p style={{ margin: '12px 0 0', lineHeight: '28px' }}>
        For{' '}
        <Choose
          label="Shown for"
          value={who ?? arrives.visitors[0]?.id ?? ''}
          options={arrives.visitors.map(({ id, name }) => ({ id, label: name }))}
          onChange={setWho}
        />
        , as{' '}
        <Choose
          label="Shown as"
          value={shown}
          options={[
            { id: 'desk', label: 'on a desk' },
            { id: 'phone', label: 'on a phone' },
            { id: 'dark', label: 'on a dark phone' },
            { id: 'text', label: 'plain text' },
          ]}
          onChange={setShown}
        />
        {arrives.isSent ? '.' : '. This visitor does not get it: the condition is not met.'}
      </p>
      <Head>
        <dt>Subject</dt>
        <dd style={{ fontWeight: 600 }}>
          {arrives.subject} {arrives.preview && <Muted>{arrives.preview}</Muted>}
        </dd>
        <dt>From</dt>
        <dd>
          {arrives.from}
          {arrives.replyTo && `; answers go to ${arrives.replyTo}`}
        </dd>
        <dt>To</dt>
        <dd>{arrives.to}</dd>
        <dt>Weighs</dt>
        <dd>
          {(arrives.bytes / 1000).toFixed(1)} kB
          {arrives.disliked.map((one) => (
            <Alarm as="p" key={one}>
              {one}
            </Alarm>
          ))}
        </dd>
      </Head>
      <Frame data-shown={shown}>
        {shown === 'text' ? (
          <textarea readOnly aria-label={`${letter.name} as plain text`} value={arrives.text} rows={24} />
        ) : (
          <iframe
            title={`${letter.name} as it arrives`}
            src={`/api/quizzes/${quizId}/messages/${letter.id}/page?${asked}`}
          />
        )}
      </Frame>
      <SendTest letter={letter} own={own} who={who} />
    </>
  );
}

function SendTest({ letter, own, who }: { letter: Letter; own: string; who: string | undefined }) {
  const quizId = useDocument((s) => s.quizId);
  const store = useDocumentStore();
  const [to, setTo] = useState(own);
  const [notice, setNotice] = useState<{ words: string; good: boolean } | null>(null);
  const send = async () => {
    try {
      await store.getState().flush();
      const body = { message: letter.id, to, ...(who === undefined ? {} : { for: who }) };
      await call('POST /api/quizzes/{quiz}/letters', { quiz: quizId, body });
      setNotice({ words: `On its way to ${to}; the tray shows when it has arrived.`, good: true });
    } catch (error) {
      setNotice({ words: messageOf(error), good: false });
    }
  };
  return (
    <form
      style={{ display: 'flex', gap: 12, alignItems: 'center', flexWrap: 'wrap', marginTop: 16 }}
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
    >
      <PrimaryButton type="submit">Send a test</PrimaryButton>
      <label style={{ color: 'var(--ink-2)' }}>
        to{' '}
        <LineInput
          type="email"
          aria-label="Send the test to"
          value={to}
          style={{ width: 210 }}
          onChange={(e) => setTo(e.target.value)}
        />
      </label>
      <span role="status" style={{ color: notice?.good === false ? 'var(--brick)' : 'var(--pine)' }}>
        {notice?.words}
      </span>
    </form>
  );
}
