'use client';
/** What visitors wrote themselves, equal words once. */
import { useEffect, useState } from 'react';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { LineInput, TextButton } from '../../ui/controls';
import { Alarm, Muted, PlainList, Strong } from '../../ui/text';
import { useDocument } from '../document';
import { messageOf } from '../shared/trouble';
import { number, RightMark } from './bars';
import { useWhere } from './filters';
import { WhatIfWords } from './what-if';

/** So many are shown at once. */
const SHOWN = 12;

export function Words({ question, name }: { question: string; name: string }) {
  const quiz = useDocument((s) => s.quizId);
  const query = useWhere();
  const [got, setGot] = useState<AnswerOf<'GET /api/quizzes/{quiz}/words/{question}'> | null>(null);
  const [trouble, setTrouble] = useState('');
  const [search, setSearch] = useState('');
  const [most, setMost] = useState(SHOWN);
  useEffect(() => {
    let over = false;
    call('GET /api/quizzes/{quiz}/words/{question}', { quiz, question, query }).then(
      (words) => !over && setGot(words),
      (error: unknown) => !over && setTrouble(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [quiz, question, query]);
  if (trouble) return <Alarm role="alert">{trouble}</Alarm>;
  if (!got) return <Muted role="status">Being read …</Muted>;
  const found = got.words.filter(({ words }) => words.toLowerCase().includes(search.toLowerCase().trim()));
  return (
    <section aria-label={`Words for ${name}`} style={{ marginTop: 10 }}>
      {got.words.length === 0 ? (
        <Muted>Nobody has written anything yet.</Muted>
      ) : (
        <>
          <p style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 18px', alignItems: 'center', marginBottom: 6 }}>
            <label>
              Find{' '}
              <LineInput
                type="search"
                aria-label={`Find in the words for ${name}`}
                style={{ width: 180 }}
                value={search}
                maxLength={200}
                onChange={(e) => setSearch(e.target.value)}
              />
            </label>
            <Muted $small>
              {!got.isAll && `Of the newest ${number(got.read)} runs. `}
              {search.trim() && `${number(found.length)} of ${number(got.words.length)}`}
            </Muted>
          </p>
          <PlainList>
            {found.slice(0, most).map(({ words, count, right }) => (
              <li
                key={words}
                style={{
                  display: 'flex',
                  gap: 12,
                  padding: '5px 0',
                  borderBottom: '1px solid var(--line)',
                  overflowWrap: 'anywhere',
                }}
              >
                <Strong style={{ minWidth: 34, textAlign: 'end', fontVariantNumeric: 'tabular-nums' }}>
                  {number(count)}
                </Strong>
                <span style={{ minWidth: 0, whiteSpace: 'pre-line' }}>
                  {right && <RightMark />}
                  {words}
                  {right === false && (
                    <>
                      {' '}
                      <WhatIfWords question={question} words={words} />
                    </>
                  )}
                </span>
              </li>
            ))}
          </PlainList>
          {found.length > most && (
            <p style={{ marginTop: 8 }}>
              <TextButton onPress={() => setMost(most + 50)}>Show more of them</TextButton>
            </p>
          )}
        </>
      )}
    </section>
  );
}
