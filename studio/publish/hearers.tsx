'use client';
/** Which other systems hear of this quiz. */
import { useState } from 'react';
import { call } from '../../contract/call';
import type { Webhooks } from '../../contract/connections';
import { Link } from '../../ui/link';
import { Toggle } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, PlainList } from '../../ui/text';
import { useQuiz } from '../document';
import { messageOf } from '../shared/trouble';

export function Hearers({ first }: { first: Webhooks }) {
  const { id } = useQuiz();
  const [webhooks, setWebhooks] = useState(first.webhooks);
  const [trouble, setTrouble] = useState('');
  const set = async (webhook: string, hears: boolean) => {
    setTrouble('');
    try {
      setWebhooks(
        (await call('PUT /api/quizzes/{quiz}/webhooks/{webhook}', { quiz: id, webhook, body: { hears } })).webhooks,
      );
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  return (
    <section aria-label="Who hears of it">
      <h2>Who hears of it</h2>
      {webhooks.length === 0 ? (
        <p>No other system is told what happens here.</p>
      ) : (
        <PlainList>
          {webhooks.map(({ id: webhook, url, quizzes, off }) => (
            <li key={webhook} className="line">
              {quizzes === null ? (
                <>
                  <Mark kind={off ? 'not-yet' : 'yes'} size={12} />
                  <span>
                    {new URL(url).host} hears of every quiz{off && ', and is off'}
                  </span>
                </>
              ) : (
                <Toggle selected={quizzes.includes(id)} onChange={(hears) => void set(webhook, hears)}>
                  {new URL(url).host}
                  {off && ', which is off'}
                </Toggle>
              )}
            </li>
          ))}
        </PlainList>
      )}
      <p>
        <Link href="/team/connections" style={{ display: 'inline-block', minHeight: 24 }}>
          Connections of the workspace
        </Link>
      </p>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </section>
  );
}
