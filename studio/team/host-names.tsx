'use client';
/** Host names of the workspace's own, at which its quizzes stand: each proven by a record at its name server. */
import { useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { HostNames as Hosts } from '../../contract/hosts';
import { LineInput, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Muted, Strong } from '../../ui/text';
import { messageOf } from '../shared/trouble';

const Record = styled.dl`
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 4px 16px;
  margin: 8px 0;
  dd {
    margin: 0;
    font-family: var(--mono, ui-monospace, monospace);
    font-size: 14px;
    overflow-wrap: anywhere;
    user-select: all;
  }
`;

export function HostNames({ first, isOwner }: { first: Hosts; isOwner: boolean }) {
  const [hosts, setHosts] = useState(first.hosts);
  const [typed, setTyped] = useState('');
  const [trouble, setTrouble] = useState<{ at: string; words: string } | null>(null);
  const act = async (at: string, work: () => Promise<Hosts>): Promise<boolean> => {
    setTrouble(null);
    try {
      setHosts((await work()).hosts);
      return true;
    } catch (error) {
      setTrouble({ at, words: messageOf(error) });
      return false;
    }
  };
  if (!isOwner && hosts.length === 0) return null;
  return (
    <section aria-label="Host names">
      <h2>Host names of your own</h2>
      <p>Your quizzes can stand under a name of your own website, such as quiz.slowspoke.test.</p>
      <ul>
        {hosts.map((one) => (
          <Host
            key={one.host}
            one={one}
            isOwner={isOwner}
            trouble={trouble?.at === one.host ? trouble.words : ''}
            onProve={() => void act(one.host, () => call('POST /api/team/hosts/{host}/proof', { host: one.host }))}
            onRemove={() => void act('', () => call('DELETE /api/team/hosts/{host}', { host: one.host }))}
          />
        ))}
      </ul>
      {isOwner && (
        <form
          className="line"
          onSubmit={(event) => {
            event.preventDefault();
            void act('', () => call('POST /api/team/hosts', { body: { host: typed } })).then(
              (isDone) => isDone && setTyped(''),
            );
          }}
        >
          <LineInput
            aria-label="A host name"
            aria-invalid={trouble?.at === '' || undefined}
            placeholder="quiz.slowspoke.test"
            value={typed}
            maxLength={300}
            spellCheck={false}
            autoCapitalize="none"
            onChange={(e) => setTyped(e.target.value)}
          />
          <TextButton type="submit" isDisabled={typed.trim() === ''}>
            Add it
          </TextButton>
        </form>
      )}
      <div role="alert">{trouble?.at === '' && <Alarm as="p">{trouble.words}</Alarm>}</div>
    </section>
  );
}

type HostProps = {
  one: Hosts['hosts'][number];
  isOwner: boolean;
  trouble: string;
  onProve: () => void;
  onRemove: () => void;
};
function Host({ one, isOwner, trouble, onProve, onRemove }: HostProps) {
  return (
    <li style={{ alignItems: 'start' }}>
      <Mark kind={one.isProven ? 'yes' : 'not-yet'} size={12} />
      <div>
        <Strong>{one.host}</Strong> <Muted $small>{one.isProven ? 'your quizzes stand there' : 'not proven yet'}</Muted>
        {!one.isProven && isOwner && (
          <>
            <p>Set two records where the name is managed, then look whether they are seen.</p>
            <Record>
              <dt>CNAME at</dt>
              <dd>{one.host}</dd>
              <dt>leads to</dt>
              <dd>{one.leadsTo}</dd>
              <dt>TXT at</dt>
              <dd aria-label="Name of the record">{one.record}</dd>
              <dt>says</dt>
              <dd aria-label="What the record says">{one.text}</dd>
            </Record>
            <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
            <TextButton onPress={onProve}>Look whether it is seen</TextButton>
          </>
        )}
      </div>
      {isOwner && (
        <TextButton $danger aria-label={`Take ${one.host} away`} onPress={onRemove}>
          Take away
        </TextButton>
      )}
    </li>
  );
}
