'use client';
/** What the draft looked like before: states by time and person, looked at as a visitor meets them, and gone back to. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { Quiz } from '../../core/quiz/schema';
import { isQuestion } from '../../core/quiz/lookup';
import { PrimaryButton, SideSheet } from '../../ui/controls';
import { useDocument, useDocumentStore } from '../document';
import { goBackTo } from '../edits';
import { request } from '../request';
import { dayAndTime } from '../time';
import { TryPage, useTry } from './try-quiz';

type StateLine = { revision: number; at: string; by: string };

const Split = styled.div`
  display: grid;
  grid-template-columns: minmax(220px, 300px) minmax(0, 1fr);
  gap: 32px;
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 1px solid var(--ink);
  }
  li button {
    display: block;
    width: 100%;
    text-align: start;
    border: 0;
    background: none;
    padding: 10px 12px;
    border-bottom: 1px solid var(--line);
    border-radius: 0;
    cursor: pointer;
  }
  li button[aria-current='true'] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
  }
  small {
    display: block;
    font-size: 13px;
    color: var(--ink-2);
  }
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
  }
`;

export function HistorySheet({ onClose }: { onClose: () => void }) {
  const quizId = useDocument((s) => s.quizId);
  const [states, setStates] = useState<StateLine[] | null>(null);
  const [trouble, setTrouble] = useState('');
  const [chosen, setChosen] = useState<{ line: StateLine; quiz: Quiz } | null>(null);
  useEffect(() => {
    request<{ states: StateLine[] }>(`/api/quizzes/${quizId}/states`).then(
      (got) => setStates(got.states),
      (error: Error) => setTrouble(error.message),
    );
  }, [quizId]);
  const look = (line: StateLine) =>
    request<{ quiz: Quiz }>(`/api/quizzes/${quizId}/states/${line.revision}`).then(
      ({ quiz }) => setChosen({ line, quiz }),
      (error: Error) => setTrouble(error.message),
    );
  return (
    <SideSheet wide open onClose={onClose} title="Earlier states">
      {trouble && <p role="alert">{trouble}</p>}
      {states?.length === 0 && (
        <p style={{ color: 'var(--ink-2)' }}>
          There is none yet. A state is kept whenever work pauses for some minutes, or somebody else goes on.
        </p>
      )}
      {states && states.length > 0 && (
        <Split>
          <ol aria-label="States">
            {states.map((line) => (
              <li key={line.revision}>
                <button
                  type="button"
                  aria-current={chosen?.line.revision === line.revision}
                  onClick={() => void look(line)}
                >
                  {dayAndTime(line.at)}
                  <small>{line.by || 'somebody'}</small>
                </button>
              </li>
            ))}
          </ol>
          {chosen ? (
            <State key={chosen.line.revision} {...chosen} onClose={onClose} />
          ) : (
            <p style={{ color: 'var(--ink-2)' }}>Choose one to look at it. Nothing changes by looking.</p>
          )}
        </Split>
      )}
    </SideSheet>
  );
}

function State({ quiz, onClose }: { quiz: Quiz; onClose: () => void }) {
  const store = useDocumentStore();
  const now = useDocument((s) => s.quiz);
  const { run, setSent } = useTry(quiz);
  const questions = quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)).length;
  const edit = goBackTo(now, quiz);
  return (
    <div>
      <p style={{ marginBottom: 12 }}>
        <b>{quiz.title || 'Untitled'}</b>, {quiz.pages.length} {quiz.pages.length === 1 ? 'page' : 'pages'}, {questions}{' '}
        {questions === 1 ? 'question' : 'questions'}
      </p>
      <PrimaryButton
        isDisabled={edit === null}
        onPress={() => {
          if (edit && store.getState().edit(edit)) onClose();
        }}
      >
        {edit ? 'Go back to this state' : 'It stands like this now'}
      </PrimaryButton>
      <p style={{ color: 'var(--ink-3)', fontSize: 13, margin: '8px 0 16px' }}>
        That is one step, which Undo takes back. What is live stays as it is.
      </p>
      <div style={{ maxWidth: 390 }}>
        <TryPage quiz={quiz} run={run} send={(sent) => setSent((old) => [...old, sent])} again={() => setSent([])} />
      </div>
    </div>
  );
}
