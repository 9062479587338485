'use client';
/** Mail: the letters of the quiz as they will arrive, and the tray of what was sent, is waiting, or failed. */
import { Plus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { Letter } from '../../core/schema/quiz';
import { composeLetter } from '../../core/flow/letter';
import type { Run } from '../../core/flow/run';
import { contactOf } from '../../core/flow/result';
import { LineInput, PrimaryButton, TextButton } from '../../ui/controls';
import { Rich } from '../../ui/rich';
import { useDocument, useDocumentStore, useQuiz } from '../document';
import { addLetter, setField } from '../edits/edits';
import { call } from '../../contract/call';
import { useArrival } from '../shared/arrival';
import { Views } from '../shell/view-switch';
import { RichField } from '../fields/rich-field';
import type { Tray } from '../../contract/results';
import { TrayPart } from './tray';

const Split = styled.div`
  display: flex;
  align-items: stretch;
  min-height: 100%;
  .letters {
    flex: 1 1 600px;
    min-width: 0;
    padding: 14px 32px 80px 24px;
    max-width: 760px;
  }
  aside {
    flex: 1 1 360px;
    max-width: 560px;
    background: var(--chalk);
    border-inline-start: 1px solid var(--line);
    padding: 14px 24px 64px;
    min-width: 0;
  }
  h2 {
    font: 700 24px/1.25 var(--heading);
  }
  @media (max-width: 899px) {
    flex-direction: column;
    .letters,
    aside {
      max-width: none;
      padding: 14px 16px 48px;
      flex: none;
    }
  }
`;
const Sheet = styled.article`
  border-top: 1px solid var(--ink);
  padding: 12px 0 28px;
  .meta {
    display: grid;
    grid-template-columns: 76px minmax(0, 1fr);
    gap: 6px 12px;
    align-items: baseline;
    padding-bottom: 12px;
    border-bottom: 1px solid var(--line);
    margin-bottom: 16px;
  }
  .meta dt {
    color: var(--ink-3);
    font-size: 13px;
  }
  .body {
    max-width: 560px;
    font-size: 16px;
    line-height: 1.5;
  }
  .body :is(p, ul, ol) + :is(p, ul, ol) {
    margin-top: 12px;
  }
  .body :is(ul, ol) {
    padding-inline-start: 22px;
  }
`;

type Props = {
  tray: Tray;
  example: Run;
  own: string;
  /** where the demo's post office shows letters as they arrived */ postOffice: string | null;
};

export function Mail({ tray, example, own, postOffice }: Props) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  useArrival((id) => document.getElementById(id)?.scrollIntoView({ block: 'start' }));
  return (
    <Split>
      <div className="letters">
        {quiz.messages.map((letter) => (
          <LetterPart key={letter.id} letter={letter} example={example} own={own} />
        ))}
        {quiz.messages.length === 0 && (
          <p style={{ fontSize: 18, color: 'var(--ink-2)', padding: '16px 0', maxWidth: 520 }}>
            No letter goes out yet. A letter is sent to each visitor who finishes and has left an address, with their
            own result in it.
          </p>
        )}
        <TextButton onPress={() => store.getState().edit(addLetter(store.getState().quiz).edit)}>
          <Plus size={15} /> {quiz.messages.length === 0 ? 'Write a letter' : 'Another letter'}
        </TextButton>
      </div>
      <TrayPart first={tray} postOffice={postOffice} />
    </Split>
  );
}

function LetterPart({ letter, example, own }: { letter: Letter; example: Run; own: string }) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const [view, setView] = useState<'write' | 'arrives'>('write');
  const at = ['messages', letter.id];
  const set = (field: string, was: unknown, to: unknown) =>
    store.getState().edit(setField(`set-${field}`, at, [field], was, to), `${field} ${letter.id}`);
  const arrives = composeLetter(quiz, example, letter);
  const name = contactOf(example)['name'];
  return (
    <Sheet id={letter.id} aria-label={`Letter: ${letter.name}`}>
      <div
        style={{
          display: 'flex',
          flexWrap: 'wrap',
          justifyContent: 'space-between',
          gap: '4px 16px',
          alignItems: 'baseline',
          marginBottom: 12,
        }}
      >
        <LineInput
          aria-label="Name of the letter"
          value={letter.name}
          maxLength={200}
          style={{ font: '700 24px/1.25 var(--heading)', borderColor: 'transparent', flex: '1 1 260px', minWidth: 0 }}
          onChange={(e) => set('name', letter.name, e.target.value)}
        />
        <Views
          label={`Show ${letter.name}`}
          value={view}
          onChange={setView}
          options={[
            { id: 'write', label: 'Written' },
            { id: 'arrives', label: 'As it arrives' },
          ]}
        />
      </div>
      <dl className="meta">
        <dt>Goes to</dt>
        <dd>each visitor who finishes and has left an e-mail address</dd>
        <dt>Subject</dt>
        <dd style={{ fontWeight: 600 }}>
          {view === 'write' ? (
            <RichField
              line
              label={`Subject of ${letter.name}`}
              value={letter.subject}
              onChange={(to) => set('subject', letter.subject, to)}
            />
          ) : (
            arrives.subject
          )}
        </dd>
      </dl>
      <div className="body">
        {view === 'write' ? (
          <RichField
            label={`Text of ${letter.name}`}
            value={letter.body}
            onChange={(to) => set('body', letter.body, to)}
          />
        ) : (
          <Rich text={arrives.body} />
        )}
      </div>
      {view === 'arrives' && (
        <p style={{ color: 'var(--ink-3)', fontSize: 13, marginTop: 16 }}>
          As it arrives for{' '}
          {name && name !== '…' ? `${name}, the last visitor who left an address` : 'a rehearsed visitor'}.
        </p>
      )}
      <div style={{ display: 'flex', justifyContent: 'space-between', gap: 16, marginTop: 24, flexWrap: 'wrap' }}>
        <SendTest letter={letter} own={own} />
        <TextButton
          $danger
          $weight={500}
          onPress={() =>
            store
              .getState()
              .edit({ name: 'remove-letter', ops: [{ op: 'remove', at: [], list: 'messages', id: letter.id }] })
          }
        >
          Delete this letter
        </TextButton>
      </div>
    </Sheet>
  );
}

function SendTest({ letter, own }: { letter: Letter; own: string }) {
  const quizId = useDocument((s) => s.quizId);
  const store = useDocumentStore();
  const [to, setTo] = useState(own);
  const [notice, setNotice] = useState<{ words: string; good: boolean } | null>(null);
  const send = async () => {
    try {
      await store.getState().flush();
      await call('POST /api/quizzes/{quiz}/letters', { quiz: quizId, body: { message: letter.id, to } });
      setNotice({ words: `On its way to ${to}; the tray shows when it has arrived.`, good: true });
    } catch (error) {
      setNotice({ words: error instanceof Error ? error.message : 'That did not work just now.', good: false });
    }
  };
  return (
    <form
      style={{ display: 'flex', gap: 12, alignItems: 'center', flexWrap: 'wrap' }}
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
    >
      <PrimaryButton type="submit">Send a test</PrimaryButton>
      <label style={{ color: 'var(--ink-2)' }}>
        to{' '}
        <LineInput
          type="email"
          aria-label="Send the test to"
          value={to}
          style={{ width: 210 }}
          onChange={(e) => setTo(e.target.value)}
        />
      </label>
      <span role="status" style={{ color: notice?.good === false ? 'var(--brick)' : 'var(--pine)' }}>
        {notice?.words}
      </span>
    </form>
  );
}
