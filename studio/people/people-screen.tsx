'use client';
/** People: everybody who left a contact, once, over all quizzes. */
import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import type { ContactLine } from '../../contract/people';
import { LineInput, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Muted, Strong } from '../../ui/text';
import { SignOut } from '../account/sign-in';
import { HomePage } from '../shared/home-page';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { Frame, homeTabs } from '../shell/frame';
import { OnePerson } from './one-person';
import { type Filters, Sentence } from './sentence';

type Answer = AnswerOf<'GET /api/people'>;
/** What of it is asked for. */
const asksFor = (filters: Filters) =>
  Object.fromEntries(Object.entries<string | undefined>(filters).filter(([, value]) => value !== undefined)) as {
    [Name in keyof Filters]: NonNullable<Filters[Name]>;
  };
/** The server counts no further. */
const MOST_COUNTED = 10_000;

const Page = styled(HomePage)`
  max-width: 1080px;
  .says {
    line-height: 32px;
    margin: 10px 0 4px;
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    align-items: center;
    margin-bottom: 14px;
  }
  .tools a {
    color: inherit;
    display: inline-block;
    min-height: 24px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    border-top: 1px solid var(--ink);
  }
  th {
    text-align: start;
    font-weight: 400;
    font-size: 13px;
    color: var(--ink-2);
    padding: 6px 12px 6px 0;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 9px 12px 9px 0;
    vertical-align: top;
    overflow-wrap: break-word;
  }
  table {
    table-layout: fixed;
  }
  th:first-child {
    width: 36%;
  }
  th:nth-child(3) {
    width: 140px;
  }
  th:nth-child(4) {
    width: 70px;
  }
  td:nth-child(3) {
    white-space: nowrap;
  }
  td ul {
    list-style: none;
  }
  tbody tr:hover td {
    background: var(--saffron-wash);
  }
  tbody tr[aria-selected='true'] td {
    background: var(--saffron-wash);
  }
  @media (max-width: 699px) {
    thead {
      display: none;
    }
    table,
    tbody {
      display: block;
    }
    tr {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      border-top: 1px solid var(--line);
      padding: 8px 0;
    }
    td,
    td:first-child {
      border: 0;
      padding: 2px 0;
      width: auto;
    }
    td:nth-child(2) {
      grid-column: 1 / -1;
      grid-row: 2;
    }
    td:nth-child(4) {
      display: none;
    }
  }
`;

type Props = {
  first: Answer;
  quizzes: { id: string; title: string }[];
  /** Whether whoever looks may take somebody away. */
  mayForget: boolean;
};

export function PeopleScreen({ first, quizzes, mayForget }: Props) {
  const [filters, setFilters] = useState<Filters>({});
  const [list, setList] = useState(first);
  const [open, setOpen] = useState<string | null>(null);
  const [told, setTold] = useState('');
  const [trouble, setTrouble] = useState('');
  // The answer to what was asked last is shown, whichever comes last.
  const asked = useRef(0);
  const look = async (now: Filters, more?: Answer['next']) => {
    const mine = (asked.current += 1);
    setFilters(now);
    try {
      const got = await call('GET /api/people', { query: { ...asksFor(now), ...more } });
      if (asked.current !== mine) return;
      setTrouble('');
      setList((old) => (more ? { ...got, count: old.count, people: [...old.people, ...got.people] } : got));
    } catch (error) {
      if (asked.current === mine) setTrouble(messageOf(error));
    }
  };
  const { people, next, count } = list;
  const isFiltered = Object.keys(asksFor(filters)).length > 0;
  const file = (kind: 'csv' | 'xlsx' | 'vcf') =>
    `/api/people/contacts.${kind}?${String(new URLSearchParams(asksFor(filters)))}`;
  return (
    <Frame paper={false} current="people" tabs={homeTabs} foot={<SignOut />} top={<Strong>People</Strong>}>
      <Page>
        <h1>People</h1>
        <p>
          <Muted>Everybody who left a contact in one of your quizzes, each of them once.</Muted>
        </p>
        <Sentence filters={filters} quizzes={quizzes} outcomes={list.outcomes} onLook={(now) => void look(now)} />
        <div className="tools">
          <label>
            Find{' '}
            <LineInput
              type="search"
              aria-label="Find somebody"
              style={{ width: 220 }}
              value={filters.search ?? ''}
              maxLength={200}
              onChange={(e) => void look({ ...filters, search: e.target.value || undefined })}
            />
          </label>
          <span role="status">
            {count === 0 ? 'Nobody' : `${count >= MOST_COUNTED ? 'More than ' : ''}${count.toLocaleString('en')}`}{' '}
            {count === 1 ? 'person' : count === 0 ? '' : 'people'}
            {told && `. ${told}`}
          </span>
          {count > 0 && (
            <span>
              Take them out: <a href={file('csv')}>CSV</a> · <a href={file('xlsx')}>spreadsheet</a> ·{' '}
              <a href={file('vcf')}>vCards</a>
            </span>
          )}
        </div>
        <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
        {people.length === 0 ? (
          <p style={{ marginTop: 20, fontSize: 18 }}>
            {isFiltered ? (
              'Nobody is like that.'
            ) : (
              <>
                Nobody has left a contact yet. Put a <Strong>contact form</Strong> on a page of a quiz, and they come
                here.
              </>
            )}
          </p>
        ) : (
          <table>
            <thead>
              <tr>
                <th scope="col">Who</th>
                <th scope="col">Took, and came out as</th>
                <th scope="col">Last here</th>
                <th scope="col">Agreed</th>
              </tr>
            </thead>
            <tbody>
              {people.map((one) => (
                <Line key={one.id} person={one} isOpen={one.id === open} onOpen={() => setOpen(one.id)} />
              ))}
            </tbody>
          </table>
        )}
        {next && (
          <p style={{ paddingTop: 12 }}>
            <TextButton onPress={() => void look(filters, next)}>Show older ones</TextButton>
          </p>
        )}
        <OnePerson
          id={open}
          mayForget={mayForget}
          onClose={() => setOpen(null)}
          onForgotten={(what) => {
            setOpen(null);
            setTold(what);
            void look(filters);
          }}
        />
      </Page>
    </Frame>
  );
}

function Line({ person, isOpen, onOpen }: { person: ContactLine; isOpen: boolean; onOpen: () => void }) {
  const { name, email, taken, lastAt, agreed } = person;
  return (
    <tr aria-selected={isOpen}>
      <td>
        <TextButton onPress={onOpen}>{name || email || 'Somebody'}</TextButton>
        {name && email && (
          <div>
            <Muted>{email}</Muted>
          </div>
        )}
      </td>
      <td>
        <ul>
          {taken.map((one) => (
            <li key={one.run}>
              {one.title}
              {one.outcomes.length > 0 && <Strong> {one.outcomes.join(', ')}</Strong>}
              {!one.finished && <Muted> not finished</Muted>}
            </li>
          ))}
        </ul>
      </td>
      <td suppressHydrationWarning>{dayAndTime(lastAt)}</td>
      <td>
        {agreed ? (
          <>
            <Mark kind="yes" size={12} /> <span className="v-hidden">yes</span>
          </>
        ) : (
          <span className="v-hidden">no</span>
        )}
      </td>
    </tr>
  );
}
