'use client';
/** People: everybody who left a contact, once, over all quizzes. */
import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { LineInput } from '../../ui/controls';
import { Alarm, Muted, Strong } from '../../ui/text';
import { SignOut } from '../account/sign-in';
import { HomePage } from '../shared/home-page';
import { messageOf } from '../shared/trouble';
import { Frame, homeTabs } from '../shell/frame';
import { OnePerson } from './one-person';
import { PeopleTable } from './people-table';
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
          <PeopleTable
            people={people}
            count={count}
            hasMore={next !== null}
            open={open}
            onOpen={setOpen}
            onEnd={() => next && void look(filters, next)}
          />
        )}
        <OnePerson
          id={open}
          mayChange={mayForget}
          onClose={() => setOpen(null)}
          onJoined={(what) => {
            setTold(what);
            void look(filters);
          }}
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
