'use client';
/** The list of people who may take a quiz: put on it, found, each with their own link, and taken off again. */
import { useCallback, useEffect, useState } from 'react';
import styled from 'styled-components';
import type { ListedPerson } from '../../contract/access';
import { call } from '../../contract/call';
import { LineInput, PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { SideSheet } from '../../ui/side-sheet';
import { Alarm, Muted } from '../../ui/text';
import { useQuiz } from '../document';
import { useAfterPause } from '../shared/after-pause';
import { messageOf } from '../shared/trouble';
import { Copy } from '../shared/code';
import { peopleIn } from './list-file';
import { WriteToList } from './write-to-list';

const Body = styled.div`
  display: grid;
  gap: 14px;
  textarea {
    width: 100%;
    min-height: 110px;
    border: 1px solid var(--ink-3);
    border-radius: 6px;
    padding: 8px 10px;
    font: 400 14px/1.5 var(--text);
    background: var(--paper);
    color: var(--ink);
    resize: vertical;
  }
  .add {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    align-items: center;
  }
  input[type='file'] {
    font: inherit;
    font-size: 14px;
    max-width: 100%;
  }
  ul,
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  ol li {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr) auto auto;
    gap: 10px;
    align-items: center;
    border-bottom: 1px solid var(--line);
    padding: 6px 0;
    overflow-wrap: anywhere;
  }
  .copy {
    display: inline-flex;
    flex-wrap: wrap;
    gap: 2px 10px;
    max-width: 24ch;
  }
`;

/** How many are shown at once, as the server tells them. */
const PAGE = 200;

type Added = { added: number; faults: { line: number; message: string }[] };
type Props = { open: boolean; onClose: () => void; onChanged: () => void };

export function PeopleSheet({ open, onClose, onChanged }: Props) {
  return (
    <SideSheet title="Who is on the list" open={open} onClose={onClose}>
      <List onChanged={onChanged} />
    </SideSheet>
  );
}

function List({ onChanged }: { onChanged: () => void }) {
  const { id: quiz } = useQuiz();
  const [people, setPeople] = useState<ListedPerson[] | null>(null);
  const [search, setSearch] = useState('');
  const [text, setText] = useState('');
  const [added, setAdded] = useState<Added | null>(null);
  const [trouble, setTrouble] = useState('');
  const wanted = useAfterPause(search);
  const look = useCallback(
    () =>
      call('GET /api/quizzes/{quiz}/list', { quiz, query: { search: wanted } }).then(
        (answer) => setPeople(answer.people),
        (error: unknown) => setTrouble(messageOf(error)),
      ),
    [quiz, wanted],
  );
  useEffect(() => void look(), [look]);
  const more = () =>
    call('GET /api/quizzes/{quiz}/list', { quiz, query: { search: wanted, from: String(people?.length ?? 0) } }).then(
      (answer) => setPeople((before) => [...(before ?? []), ...answer.people]),
      (error: unknown) => setTrouble(messageOf(error)),
    );
  const act = async (work: () => Promise<unknown>) => {
    setTrouble('');
    try {
      await work();
      await look();
      onChanged();
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  const add = () =>
    act(async () => {
      setAdded(await call('POST /api/quizzes/{quiz}/list', { quiz, body: { text } }));
      setText('');
    });
  return (
    <Body>
      <label>
        <Muted>A person in each line: a number, a name or an address; after a comma what they are called.</Muted>
        <textarea
          aria-label="People to put on the list"
          placeholder={'M-1042, Wren\nM-1043, Juniper'}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <div className="add">
        <PrimaryButton isDisabled={text.trim() === ''} onPress={() => void add()}>
          Put them on the list
        </PrimaryButton>
        <label>
          <Muted>or from a file </Muted>
          <input
            type="file"
            accept=".csv,.tsv,.txt,.xlsx"
            aria-label="A file with people"
            onChange={(e) => {
              const [file] = e.target.files ?? [];
              if (file) void peopleIn(file).then(setText, (error: unknown) => setTrouble(messageOf(error)));
              e.target.value = '';
            }}
          />
        </label>
      </div>
      <div role="status">{added && <WhatCame {...added} />}</div>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {people !== null && people.length > 0 && <WriteToList />}
      <LineInput
        type="search"
        aria-label="Find on the list"
        placeholder="Find on the list"
        value={search}
        onChange={(e) => setSearch(e.target.value)}
      />
      {people?.length === 0 && <Muted as="p">{search ? 'Nobody is found.' : 'Nobody is on the list yet.'}</Muted>}
      <ol aria-label="The list">
        {people?.map((person) => (
          <PersonLine
            key={person.id}
            person={person}
            onMay={(may) =>
              void act(() => call('PUT /api/quizzes/{quiz}/list/{person}', { quiz, person: person.id, body: { may } }))
            }
          />
        ))}
      </ol>
      {people !== null && people.length > 0 && people.length % PAGE === 0 && (
        <TextButton onPress={() => void more()}>Show {PAGE} more</TextButton>
      )}
    </Body>
  );
}

const WhatCame = ({ added, faults }: Added) => (
  <>
    <p>{added === 1 ? 'One is new on the list.' : `${added} are new on the list.`}</p>
    {faults.length > 0 && (
      <ul aria-label="Lines that were left out">
        {faults.map(({ line, message }) => (
          <li key={line}>
            Line {line}: {message}
          </li>
        ))}
      </ul>
    )}
  </>
);

function PersonLine({ person, onMay }: { person: ListedPerson; onMay: (may: 'yes' | 'no') => void }) {
  const { says, name, isRevoked, finished, link } = person;
  const called = name || says;
  return (
    <li>
      <Mark kind={isRevoked ? 'no' : finished ? 'yes' : 'not-yet'} size={12} />
      <span>
        {called}{' '}
        <Muted $small>
          {name && says}
          {isRevoked ? ' taken off' : finished > 0 ? ` answered${finished > 1 ? ` ${finished} times` : ''}` : ''}
        </Muted>
      </span>
      <span className="copy">
        <Copy text={link} what={`the link of ${called}`} short="Link" />
      </span>
      <TextButton
        $danger={!isRevoked}
        aria-label={isRevoked ? `Put ${called} back` : `Take ${called} off`}
        onPress={() => onMay(isRevoked ? 'yes' : 'no')}
      >
        {isRevoked ? 'Put back' : 'Take off'}
      </TextButton>
    </li>
  );
}
