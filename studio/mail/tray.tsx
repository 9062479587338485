'use client';
/** The tray: letters that were written, and what became of each. */
import { useCallback, useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { LetterState, Tray, TrayLetter } from '../../contract/letters';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocument } from '../document';
import { useAskAgain } from '../shared/ask-again';
import { LETTER_STATES } from '../shared/letter-states';
import { messageOf } from '../shared/trouble';
import { TrayLine } from './tray-line';

const Letters = styled.ol`
  list-style: none;
  padding: 0;
  margin: 0;
  > li {
    border-bottom: 1px solid var(--line);
    padding: 10px 0;
  }
  .line {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr) auto;
    gap: 0 8px;
    align-items: baseline;
    width: 100%;
    text-align: start;
    border: 0;
    background: none;
    padding: 0;
    color: inherit;
    font: inherit;
    cursor: pointer;
  }
  .line > span:nth-child(1) {
    align-self: center;
  }
  small {
    grid-column: 2 / -1;
    color: var(--ink-2);
    font-size: 13px;
    overflow-wrap: anywhere;
  }
  .does {
    margin-inline-start: 28px;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
  }
  iframe {
    border: 1px solid var(--line);
    width: 100%;
    height: 420px;
    margin-top: 10px;
    background: #fff;
  }
`;
const Head = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 16px;
`;
const Says = styled.div`
  line-height: 28px;
  padding: 8px 0 12px;
  border-bottom: 1px solid var(--ink);
`;

type Filters = { state: LetterState | 'all'; search: string };
const STATES = Object.keys(LETTER_STATES) as LetterState[];
const EVERY = 3_000;
/** Milliseconds after the last key. */
const PAUSE = 250;

type Props = { first: Tray; isReader: boolean; postOffice: string | null };

export function TrayPart({ first, isReader, postOffice }: Props) {
  const quizId = useDocument((s) => s.quizId);
  const [tray, setTray] = useState(first);
  const [older, setOlder] = useState<TrayLetter[]>([]);
  const [next, setNext] = useState(first.next);
  const [filters, setFilters] = useState<Filters>({ state: 'all', search: '' });
  const [open, setOpen] = useState<string | null>(null);
  const [notice, setNotice] = useState('');
  const [trouble, setTrouble] = useState('');
  const isFirst = useRef(true);
  const { state, search } = filters;
  const fetchPage = useCallback(
    (from: Tray['next'] = null) =>
      call('GET /api/quizzes/{quiz}/letters', {
        quiz: quizId,
        query: {
          ...(state === 'all' ? {} : { state }),
          ...(search.trim() ? { search: search.trim() } : {}),
          ...from,
        },
      }),
    [quizId, state, search],
  );
  const look = useCallback(() => fetchPage().then(setTray, () => undefined), [fetchPage]);
  useAskAgain(look, EVERY);
  useEffect(() => {
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    let isOver = false;
    const timer = setTimeout(() => {
      fetchPage().then(
        (got) => {
          if (isOver) return;
          setTray(got);
          setOlder([]);
          setNext(got.next);
        },
        (error: unknown) => !isOver && setTrouble(messageOf(error)),
      );
    }, PAUSE);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [fetchPage]);
  const does = (work: Promise<string>) =>
    void work.then(
      (words) => {
        setNotice(words);
        setTrouble('');
        void look();
      },
      (error: unknown) => setTrouble(messageOf(error)),
    );
  const { counts } = tray;
  const total = Object.values(counts).reduce((a, b) => a + b, 0);
  const seen = new Set(tray.letters.map(({ id }) => id));
  const letters = [...tray.letters, ...older.filter(({ id }) => !seen.has(id))];
  return (
    <section aria-label="Letters that were written">
      <Head>
        <h2>Tray</h2>
        {postOffice && (
          <a
            href={postOffice}
            target="_blank"
            rel="noreferrer"
            style={{ color: 'inherit', fontWeight: 600, fontSize: 13, display: 'inline-block', minHeight: 24 }}
          >
            As they arrived, in the post office
          </a>
        )}
      </Head>
      {total === 0 ? (
        <p style={{ color: 'var(--ink-2)', padding: '8px 0 12px', borderBottom: '1px solid var(--ink)' }}>
          Nothing was sent yet.
        </p>
      ) : (
        <Says>
          <Choose
            label="Which letters"
            value={state}
            options={[
              { id: 'all', label: `all ${total.toLocaleString('en')} letters` },
              ...STATES.filter((one) => counts[one] || one === state).map((one) => ({
                id: one,
                label: `${(counts[one] ?? 0).toLocaleString('en')} ${LETTER_STATES[one].word}`,
              })),
            ]}
            onChange={(to) => setFilters({ ...filters, state: to })}
          />{' '}
          with{' '}
          <LineInput
            type="search"
            aria-label="Words in the address or the subject"
            placeholder="any words"
            value={search}
            maxLength={200}
            style={{ width: 150 }}
            onChange={(e) => setFilters({ ...filters, search: e.target.value })}
          />
          {!isReader && (counts['failed'] ?? 0) > 0 && (
            <>
              {' '}
              <TextButton
                $weight={500}
                onPress={() =>
                  does(
                    call('POST /api/quizzes/{quiz}/letters/failed', { quiz: quizId }).then(
                      ({ queued }) => `${queued} on their way again.`,
                    ),
                  )
                }
              >
                {counts['failed'] === 1
                  ? 'Send the one again that failed'
                  : `Send all ${counts['failed']?.toLocaleString('en')} again that failed`}
              </TextButton>
            </>
          )}
        </Says>
      )}
      <p role="status" style={{ color: 'var(--pine)' }}>
        {notice}
      </p>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {total > 0 && letters.length === 0 && <Muted as="p">No letter is like that.</Muted>}
      <Letters>
        {letters.map((letter) => (
          <TrayLine
            key={letter.id}
            letter={letter}
            quizId={quizId}
            isReader={isReader}
            isOpen={open === letter.id}
            onOpen={() => setOpen(open === letter.id ? null : letter.id)}
            onAgain={() =>
              does(
                call('POST /api/quizzes/{quiz}/letters/{letter}', { quiz: quizId, letter: letter.id }).then(
                  () => 'On its way again.',
                ),
              )
            }
          />
        ))}
      </Letters>
      {next && (
        <TextButton
          onPress={() =>
            void fetchPage(next).then(
              (got) => {
                setOlder([...older, ...got.letters]);
                setNext(got.next);
              },
              (error: unknown) => setTrouble(messageOf(error)),
            )
          }
        >
          Older letters
        </TextButton>
      )}
    </section>
  );
}
