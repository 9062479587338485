'use client';
/** What the draft looked like before: states by time and person, looked at as a visitor meets them, and gone back to. */
import { Muted } from '../../ui/text';
import { messageOf } from '../shared/trouble';
import { useEffect, useState } from 'react';
import type { EarlierState } from '../../contract/editing';
import type { Quiz } from '../../core/schema/quiz';
import { isQuestion } from '../../core/document/lookup';
import { PrimaryButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { useDocument, useDocumentStore } from '../document';
import { goTo } from '../../core/document/go-to';
import { call } from '../../contract/call';
import { dayAndTime } from '../shared/time';
import { Shelf } from './shelf';
import { TryPage, useTry } from './try-quiz';

export function HistorySheet({ onClose }: { onClose: () => void }) {
  const quizId = useDocument((s) => s.quizId);
  const [states, setStates] = useState<EarlierState[] | null>(null);
  const [trouble, setTrouble] = useState('');
  const [chosen, setChosen] = useState<{ line: EarlierState; quiz: Quiz } | null>(null);
  useEffect(() => {
    call('GET /api/quizzes/{quiz}/states', { quiz: quizId }).then(
      (got) => setStates(got.states),
      (error: unknown) => setTrouble(messageOf(error)),
    );
  }, [quizId]);
  const look = (line: EarlierState) =>
    call('GET /api/quizzes/{quiz}/states/{revision}', { quiz: quizId, revision: String(line.revision) }).then(
      ({ quiz }) => setChosen({ line, quiz }),
      (error: unknown) => setTrouble(messageOf(error)),
    );
  return (
    <SideSheet wide open onClose={onClose} title="Earlier states">
      {trouble && <p role="alert">{trouble}</p>}
      {states?.length === 0 && (
        <Muted as="p">
          There is none yet. A state is kept whenever work pauses for some minutes, or somebody else goes on.
        </Muted>
      )}
      {states && states.length > 0 && (
        <Shelf>
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
            <Muted as="p">Choose one to look at it. Nothing changes by looking.</Muted>
          )}
        </Shelf>
      )}
    </SideSheet>
  );
}

function State({ quiz, onClose }: { quiz: Quiz; onClose: () => void }) {
  const store = useDocumentStore();
  const now = useDocument((s) => s.quiz);
  const { run, setSent } = useTry(quiz);
  const questions = quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)).length;
  const edit = goTo('go-back', now, quiz);
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
