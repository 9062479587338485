'use client';
/** What was sent to an address, newest first: each try with what came back, and the way to send it once more. */
import { useCallback, useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { WebhookMessage } from '../../contract/connections';
import { TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Muted } from '../../ui/text';
import { Code } from '../shared/code';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';

const Log = styled.ul`
  border-top: 1px solid var(--line);
  li {
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    align-items: center;
  }
  ol {
    margin: 6px 0;
    padding-inline-start: 22px;
    color: var(--ink-2);
    font-size: 13px;
  }
`;
const states = {
  delivered: { mark: 'yes', words: 'arrived' },
  waiting: { mark: 'maybe', words: 'waits' },
  failed: { mark: 'no', words: 'given up' },
} as const;

/** Milliseconds between two looks while something is on its way. */
const SOON = 1_500;

type Props = { webhook: string; host: string; /** Something has been sent since. */ onNews: () => void };
export function Messages({ webhook, host, onNews }: Props) {
  const [messages, setMessages] = useState<WebhookMessage[] | null>(null);
  const [next, setNext] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const [trouble, setTrouble] = useState('');
  const [looks, setLooks] = useState(0);
  const news = useRef(onNews);
  useEffect(() => {
    news.current = onNews;
  });
  const look = useCallback(async () => {
    try {
      const page = await call('GET /api/webhooks/{webhook}/messages', { webhook, query: {} });
      setMessages(page.messages);
      setNext(page.next);
    } catch (error) {
      setTrouble(messageOf(error));
    }
  }, [webhook]);
  // What was just asked for arrives a moment later: a few looks, and no more for a receiver that is away.
  useEffect(() => {
    const again = () => {
      if (looks === 0) return;
      setLooks(looks - 1);
      news.current();
    };
    const timer = setTimeout(() => void look().then(again), looks > 0 ? SOON : 0);
    return () => clearTimeout(timer);
  }, [look, looks]);
  const send = async (work: () => Promise<unknown>, words: string) => {
    setTrouble('');
    setSaid('');
    try {
      await work();
      setSaid(words);
      setLooks(4);
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  const older = async () => {
    if (next === null) return;
    const page = await call('GET /api/webhooks/{webhook}/messages', { webhook, query: { before: next } });
    setMessages([...(messages ?? []), ...page.messages]);
    setNext(page.next);
  };
  const hasFailed = messages?.some(({ state }) => state === 'failed');
  return (
    <div role="group" aria-label={`Messages to ${host}`}>
      <p className="presses" style={{ margin: '12px 0 8px' }}>
        <TextButton
          onPress={() =>
            void send(() => call('POST /api/webhooks/{webhook}/test', { webhook }), 'A test is on its way.')
          }
        >
          Send a test
        </TextButton>
        {hasFailed && (
          <TextButton
            onPress={() =>
              void send(
                () => call('POST /api/webhooks/{webhook}/again', { webhook, body: {} }),
                'What was given up is on its way again.',
              )
            }
          >
            Send all again that were given up
          </TextButton>
        )}
        <TextButton onPress={() => void look()}>Look again</TextButton>
      </p>
      <div role="status">{said && <p>{said}</p>}</div>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {messages?.length === 0 && <Muted as="p">Nothing has been sent to it in the last thirty days.</Muted>}
      <Log aria-label="Log">
        {(messages ?? []).map((message) => (
          <Message
            key={message.id}
            message={message}
            onAgain={() =>
              void send(
                () => call('POST /api/webhooks/{webhook}/again', { webhook, body: { message: message.id } }),
                'It is on its way again, under the same id.',
              )
            }
          />
        ))}
      </Log>
      {next !== null && <TextButton onPress={() => void older()}>Older ones</TextButton>}
    </div>
  );
}

function Message({ message, onAgain }: { message: WebhookMessage; onAgain: () => void }) {
  const [isOpen, setOpen] = useState(false);
  const { mark, words } = states[message.state];
  const last = message.tries.at(-1);
  return (
    <li>
      <div className="head">
        <Mark kind={mark} size={11} />
        <b>{message.kind}</b>
        <Muted $small suppressHydrationWarning>
          {dayAndTime(message.at)}, {words}
          {message.next && message.tries.length > 0 && `, tried again ${dayAndTime(message.next)}`}
        </Muted>
        {last?.trouble && message.state !== 'delivered' && <Alarm style={{ fontSize: 13 }}>{last.trouble}</Alarm>}
        <span style={{ flex: 1 }} />
        <TextButton
          aria-expanded={isOpen}
          aria-label={`What was sent: ${message.kind}`}
          onPress={() => setOpen(!isOpen)}
        >
          {isOpen ? 'Close' : 'What was sent'}
        </TextButton>
        {message.state !== 'waiting' && (
          <TextButton aria-label={`Send again: ${message.kind}`} onPress={onAgain}>
            Send again
          </TextButton>
        )}
      </div>
      {isOpen && (
        <>
          <ol aria-label="Tries">
            {message.tries.map(({ at, took, status, trouble, answer }, i) => (
              <li key={i} suppressHydrationWarning style={{ border: 0, padding: 0 }}>
                {dayAndTime(at)}, {took} ms: {status === null ? 'no answer' : `answered ${status}`}
                {trouble && `. ${trouble}`}
                {answer && ` “${answer}”`}
              </li>
            ))}
          </ol>
          <Muted $small as="p">
            {message.id}
          </Muted>
          <Code tabIndex={0} style={{ maxHeight: 320, overflow: 'auto' }}>
            {pretty(message.body)}
          </Code>
        </>
      )}
    </li>
  );
}

const pretty = (body: string): string => JSON.stringify(JSON.parse(body) as unknown, null, 2);
