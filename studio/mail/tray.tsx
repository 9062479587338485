'use client';
/** The tray: what was sent, is waiting, or failed. */
import { useCallback, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Tray, TrayLetter } from '../../contract/results';
import { TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Rich } from '../../ui/rich';
import { Alarm, Muted, Strong } from '../../ui/text';
import { useDocument } from '../document';
import { useAskAgain } from '../shared/ask-again';
import { dayAndTime } from '../shared/time';

const stateMark = { waiting: 'maybe', delivered: 'yes', failed: 'no' } as const;
const stateWord = { waiting: 'waiting', delivered: 'delivered', failed: 'failed' };
const Letters = styled.ol`
  list-style: none;
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
  .open {
    background: var(--paper);
    border: 1px solid var(--line);
    padding: 16px 18px;
    margin-top: 10px;
    overflow-wrap: anywhere;
  }
  .open :is(p, ul, ol) + :is(p, ul, ol) {
    margin-top: 10px;
  }
  .open :is(ul, ol) {
    padding-inline-start: 20px;
  }
`;

export function TrayPart({ first, postOffice }: { first: Tray; postOffice: string | null }) {
  const quizId = useDocument((s) => s.quizId);
  const [tray, setTray] = useState(first);
  const [open, setOpen] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const look = useCallback(
    () => call('GET /api/quizzes/{quiz}/letters', { quiz: quizId }).then(setTray, () => undefined),
    [quizId],
  );
  useAskAgain(look, 3_000);
  const again = (letter: TrayLetter) =>
    void call('POST /api/quizzes/{quiz}/letters/{letter}', { quiz: quizId, letter: letter.id }).then(
      () => void look(),
      (error: unknown) => setTrouble(error instanceof Error ? error.message : 'That did not work just now.'),
    );
  const { counts, letters } = tray;
  const total = Object.values(counts).reduce((a, b) => a + b, 0);
  return (
    <aside aria-label="Tray">
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline', gap: 16 }}>
        <h2>Tray</h2>
        {postOffice && (
          <a
            href={postOffice}
            target="_blank"
            rel="noreferrer"
            style={{ color: 'inherit', fontWeight: 600, fontSize: 13 }}
          >
            As they arrived, in the post office
          </a>
        )}
      </div>
      <p
        style={{
          display: 'flex',
          flexWrap: 'wrap',
          gap: '4px 18px',
          color: 'var(--ink-2)',
          padding: '8px 0 12px',
          borderBottom: '1px solid var(--ink)',
        }}
      >
        {total === 0 && 'Nothing was sent yet.'}
        {(['delivered', 'waiting', 'failed'] as const)
          .filter((s) => counts[s])
          .map((s) => (
            <span key={s} style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}>
              <Mark kind={stateMark[s]} size={13} />{' '}
              <b style={{ color: 'var(--ink)' }}>{counts[s]?.toLocaleString('en')}</b> {stateWord[s]}
            </span>
          ))}
      </p>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      <Letters>
        {letters.map((letter) => (
          <li key={letter.id}>
            <button
              type="button"
              className="line"
              aria-expanded={open === letter.id}
              onClick={() => setOpen(open === letter.id ? null : letter.id)}
            >
              <span>
                <Mark kind={stateMark[letter.state]} size={13} />
              </span>
              <Strong>{letter.subject}</Strong>
              <Muted $small suppressHydrationWarning>
                {dayAndTime(letter.writtenAt)}
              </Muted>
              <small>
                {letter.recipient}, {stateWord[letter.state]}
                {letter.state !== 'delivered' &&
                  letter.tries > 0 &&
                  ` after ${letter.tries} ${letter.tries === 1 ? 'try' : 'tries'}`}
              </small>
            </button>
            {letter.trouble && (
              <p style={{ color: 'var(--brick)', fontSize: 13, marginInlineStart: 28 }}>{letter.trouble}</p>
            )}
            {letter.state !== 'delivered' && (
              <div style={{ marginInlineStart: 28 }}>
                <TextButton onPress={() => again(letter)}>Send again now</TextButton>
              </div>
            )}
            {open === letter.id && (
              <div className="open">
                <Rich text={letter.body} />
              </div>
            )}
          </li>
        ))}
      </Letters>
      {total > letters.length && (
        <p style={{ color: 'var(--ink-3)', fontSize: 13, marginTop: 10 }}>
          The newest {letters.length} are shown, those in trouble first.
        </p>
      )}
    </aside>
  );
}
