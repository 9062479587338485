'use client';
/** Two contacts that are one person: joined, and parted again. */
import { useRef, useState } from 'react';
import { call } from '../../contract/call';
import type { Contact, ContactLine, Left } from '../../contract/people';
import { LineInput, TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { messageOf } from '../shared/trouble';

/** So many are offered; whoever is not among them is found by more words. */
const OFFERED = 6;

const calledBy = ({ name, email }: { name: string; email: string }): string =>
  [name, email].filter(Boolean).join(', ') || 'Somebody without a name';

type JoinProps = { person: Contact; onDone: (now: Contact, other: ContactLine) => void };

export function Join({ person, onDone }: JoinProps) {
  const [isAsking, setAsking] = useState(false);
  const [words, setWords] = useState(person.name);
  const [found, setFound] = useState<ContactLine[] | null>(null);
  const [trouble, setTrouble] = useState('');
  // The answer to what was asked last is shown, whichever comes last.
  const asked = useRef(0);
  const find = async (search: string) => {
    const mine = (asked.current += 1);
    setWords(search);
    try {
      const { people } = await call('GET /api/people', { query: { search } });
      if (asked.current !== mine) return;
      setFound(people.filter(({ id }) => id !== person.id).slice(0, OFFERED));
      setTrouble('');
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  const join = async (other: ContactLine) => {
    try {
      const now = await call('PUT /api/people/{contact}/joined/{other}', { contact: person.id, other: other.id });
      setAsking(false);
      onDone(now, other);
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  if (!isAsking)
    return (
      <p>
        <TextButton
          onPress={() => {
            setAsking(true);
            void find(person.name);
          }}
        >
          The same person stands elsewhere in the list …
        </TextButton>
      </p>
    );
  return (
    <section aria-label="The same person">
      <h3>The same person</h3>
      <p>
        Both stay as they are and stand in the list as one, with the runs and letters of both. They can be parted at any
        time.
      </p>
      <label>
        Find{' '}
        <LineInput
          type="search"
          aria-label="Find the same person"
          style={{ marginInlineStart: 6 }}
          // The field is what was asked for.
          autoFocus
          value={words}
          maxLength={200}
          onChange={(e) => void find(e.target.value)}
        />
      </label>
      <ol aria-label="Found">
        {found?.map((one) => (
          <li key={one.id}>
            {calledBy(one)}{' '}
            <TextButton aria-label={`${calledBy(one)} is the same person`} onPress={() => void join(one)}>
              The same person
            </TextButton>
          </li>
        ))}
      </ol>
      {found?.length === 0 && (
        <p>
          <Muted>Nobody else is like that.</Muted>
        </p>
      )}
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      <p>
        <TextButton onPress={() => setAsking(false)}>Leave it</TextButton>
      </p>
    </section>
  );
}

type PartProps = { person: Contact; other: Left; onDone: (now: Contact) => void };

export function Part({ person, other, onDone }: PartProps) {
  const [trouble, setTrouble] = useState('');
  const part = () =>
    call('DELETE /api/people/{contact}/joined/{other}', { contact: person.id, other: other.id }).then(
      onDone,
      (error: unknown) => setTrouble(messageOf(error)),
    );
  return (
    <>
      <TextButton aria-label={`${calledBy(other)} is somebody else`} onPress={() => void part()}>
        That is somebody else
      </TextButton>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </>
  );
}
