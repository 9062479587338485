'use client';
/** The sheet of one person: what they left, took, got and agreed to; and everything of theirs taken away. */
import { type ReactNode, useEffect, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Contact, Left } from '../../contract/people';
import { TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { Alarm, Muted, Strong } from '../../ui/text';
import { LeftFiles } from '../shared/left-files';
import { LETTER_STATES } from '../shared/letter-states';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { Join, Part } from './join';

const Body = styled.div`
  display: grid;
  gap: 18px;
  overflow-wrap: anywhere;
  h3 {
    font: 700 16px/1.3 var(--heading);
    border-top: 1px solid var(--ink);
    padding-top: 8px;
    margin-bottom: 4px;
  }
  section:first-child h3 {
    border-top: 0;
    padding-top: 0;
  }
  dl {
    display: grid;
    grid-template-columns: minmax(90px, auto) minmax(0, 1fr);
    gap: 2px 14px;
  }
  dt {
    color: var(--ink-2);
  }
  ol {
    list-style: none;
  }
  li {
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
  a {
    color: inherit;
    display: inline-block;
    min-height: 24px;
  }
`;

const many = (n: number, one: string, more: string): string => (n === 1 ? `one ${one}` : `${n} ${more}`);

export const titleOf = ({ name, email }: { name: string; email: string }): string => name || email || 'Somebody';

type Props = {
  id: string | null;
  /** Whether whoever looks may join them with another, and take them away. */
  mayChange: boolean;
  onClose: () => void;
  /** @param what happened, in words */
  onJoined: (what: string) => void;
  /** @param what went, in words */
  onForgotten: (what: string) => void;
};

export function OnePerson({ id, mayChange, onClose, onJoined, onForgotten }: Props) {
  const [person, setPerson] = useState<Contact | null>(null);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    setPerson(null);
    setTrouble('');
    if (id === null) return;
    let over = false;
    call('GET /api/people/{contact}', { contact: id }).then(
      (got) => !over && setPerson(got),
      (error: unknown) => !over && setTrouble(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [id]);
  return (
    <SideSheet title={person ? titleOf(person) : 'Somebody'} open={id !== null} onClose={onClose}>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {person && (
        <Body>
          <LeftBy title="What they left" person={person} />
          {person.joined.map((one) => (
            <LeftBy key={one.id} title={`Also as ${one.email || one.name || 'somebody without a name'}`} person={one}>
              {mayChange && (
                <Part
                  person={person}
                  other={one}
                  onDone={(now) => {
                    setPerson(now);
                    onJoined(`${titleOf(one)} stands alone again`);
                  }}
                />
              )}
            </LeftBy>
          ))}
          {mayChange && (
            <Join
              key={person.id}
              person={person}
              onDone={(now, other) => {
                setPerson(now);
                onJoined(`${titleOf(other)} is the same person as ${titleOf(now)}`);
              }}
            />
          )}
          <Taken person={person} />
          <Letters person={person} />
          <section aria-label="What is kept of them">
            <h3>What is kept of them</h3>
            <p style={{ marginBottom: 6 }}>
              <a href={`/api/people/${person.id}/data.json`}>All of it as a file for them</a>
            </p>
            {mayChange && <Forget person={person} onForgotten={onForgotten} />}
          </section>
        </Body>
      )}
    </SideSheet>
  );
}

function LeftBy({ title, person, children }: { title: string; person: Left; children?: ReactNode }) {
  const { fields, consent, confirmedAt, isUnsubscribed, firstAt, lastAt } = person;
  return (
    <section aria-label={title}>
      <h3>{title}</h3>
      <dl>
        {fields.map(({ label, value }) => (
          <div key={label} style={{ display: 'contents' }}>
            <dt>{label}</dt>
            <dd>{value}</dd>
          </div>
        ))}
        {confirmedAt !== null && (
          <>
            <dt>Confirmed</dt>
            <dd>{dayAndTime(confirmedAt)}, by the link in a letter</dd>
          </>
        )}
        <dt>First here</dt>
        <dd>{dayAndTime(firstAt)}</dd>
        <dt>Last here</dt>
        <dd>{dayAndTime(lastAt)}</dd>
      </dl>
      {consent ? (
        <p style={{ marginTop: 6 }}>
          Agreed on {dayAndTime(consent.at)}
          {consent.quiz && ` in “${consent.quiz}”`}
          {consent.page && ` on ${consent.page}`} to “{consent.text}” <Muted>(version {consent.version})</Muted>
        </p>
      ) : (
        <p style={{ marginTop: 6 }}>
          <Muted>Has agreed to nothing.</Muted>
        </p>
      )}
      {isUnsubscribed && <p style={{ marginTop: 6 }}>Wants no more letters: none goes to this address.</p>}
      {children}
    </section>
  );
}

const Taken = ({ person }: { person: Contact }) => (
  <section aria-label="What they took">
    <h3>What they took</h3>
    <ol>
      {person.taken.map(({ run, quiz, title, at, finished, outcomes, source, known, files }) => (
        <li key={run}>
          {title}
          {outcomes.length > 0 && <Strong> {outcomes.join(', ')}</Strong>}
          <div>
            <Muted $small>
              {[dayAndTime(at), finished ? '' : 'not finished', source && `from ${source}`].filter(Boolean).join(' · ')}
            </Muted>
          </div>
          <LeftFiles quiz={quiz} run={run} files={files} />
          {Object.entries(known).map(([name, value]) => (
            <div key={name}>
              <Muted $small>
                {name}: {value}
              </Muted>
            </div>
          ))}
        </li>
      ))}
    </ol>
  </section>
);

const Letters = ({ person }: { person: Contact }) => (
  <section aria-label="Letters to them">
    <h3>Letters to them</h3>
    {person.letters.length === 0 ? (
      <Muted>None.</Muted>
    ) : (
      <ol>
        {person.letters.map(({ id, subject, at, state }) => (
          <li key={id}>
            {subject}
            <div>
              <Muted $small>
                {dayAndTime(at)} · {LETTER_STATES[state].word}
              </Muted>
            </div>
          </li>
        ))}
      </ol>
    )}
  </section>
);

/** Says what goes and what stays, and asks once. */
function Forget({ person, onForgotten }: { person: Contact; onForgotten: (what: string) => void }) {
  const [isAsking, setAsking] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const { taken, letters, lists } = person;
  const files = taken.flatMap((run) => run.files).length;
  const whole = [
    person.joined.length ? `their contact under ${person.joined.length + 1} names` : 'their contact',
    many(taken.length, 'run with all its answers', 'runs with all their answers'),
    many(letters.length, 'letter', 'letters'),
    ...(files ? [many(files, 'file', 'files')] : []),
    ...(lists ? [many(lists, 'place on a list', 'places on lists')] : []),
  ].join(', ');
  const forget = () => {
    setBusy(true);
    call('DELETE /api/people/{contact}', { contact: person.id }).then(
      ({ runs, letters: gone }) =>
        onForgotten(
          `${titleOf(person)} is gone, with ${many(runs, 'run', 'runs')} and ${many(gone, 'letter', 'letters')}`,
        ),
      (error: unknown) => {
        setBusy(false);
        setTrouble(messageOf(error));
      },
    );
  };
  if (!isAsking)
    return (
      <TextButton $danger onPress={() => setAsking(true)}>
        Take everything of theirs away …
      </TextButton>
    );
  return (
    <div role="group" aria-label="Take everything of theirs away">
      <p>
        This goes for good: {whole}. What they counted for in Findings stays as a number, with nothing of them in it.
      </p>
      <p style={{ display: 'flex', gap: 20 }}>
        <TextButton $danger isDisabled={isBusy} onPress={forget}>
          {isBusy ? 'Being taken away …' : 'Take it away for good'}
        </TextButton>
        <TextButton onPress={() => setAsking(false)}>Keep it</TextButton>
      </p>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </div>
  );
}
