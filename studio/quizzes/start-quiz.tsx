'use client';
/** Where a new quiz starts: on a blank page, or from questions that stand elsewhere. */
import { Alarm } from '../../ui/text';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { Kbd, PrimaryButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { ReadList } from '../shared/read-list';
import { call } from '../../contract/call';
import { START } from '../shared/arrival';

const textOf = (field: FormDataEntryValue | null): string => (typeof field === 'string' ? field : '');

const Start = styled.form`
  flex: 1 1 420px;
  margin-top: 20px;
  border: 1px solid var(--line);
  border-top: 1px solid var(--ink);
  background: var(--paper);
  padding: 18px 24px 16px;
  max-width: 640px;
  h2 {
    font: 600 15px/1.4 var(--heading);
    color: var(--ink-2);
  }
  .question {
    font: 700 24px/1.3 var(--heading);
    padding: 14px 0 8px;
    width: 100%;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: transparent;
    border-radius: 0;
  }
  .answer {
    display: flex;
    align-items: center;
    gap: 10px;
    border-bottom: 1px solid var(--line);
    input {
      flex: 1;
      border: 0;
      background: transparent;
      height: 40px;
    }
  }
  input:focus-visible {
    outline: none !important;
    box-shadow:
      inset 3px 0 0 var(--saffron),
      inset 0 -2px 0 var(--ink) !important;
    padding-inline-start: 8px;
  }
  ::placeholder {
    color: var(--ink-3);
    opacity: 1;
  }
  .foot {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-top: 14px;
    font-size: 13px;
    color: var(--ink-3);
  }
`;

/** A blank page: its first question is typed right here. */
export function NewQuiz() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const start = async (data: FormData) => {
    setBusy(true);
    try {
      const { id } = await call('POST /api/quizzes', {
        body: { prompt: textOf(data.get('prompt')), answers: data.getAll('answer').map(textOf) },
      });
      router.push(`/quizzes/${id}/write#${START}`);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
      setBusy(false);
    }
  };
  return (
    <Start
      aria-labelledby="blank"
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy) void start(new FormData(event.currentTarget));
      }}
    >
      <h2 id="blank">Start on a blank page</h2>
      <input
        className="question"
        name="prompt"
        aria-label="First question"
        placeholder="Type a first question"
        maxLength={2000}
        autoComplete="off"
      />
      {['an answer', 'another'].map((placeholder, i) => (
        <div className="answer" key={placeholder}>
          <Mark kind="not-yet" size={12} />
          <input
            name="answer"
            aria-label={`Answer ${i + 1}`}
            placeholder={placeholder}
            maxLength={2000}
            autoComplete="off"
          />
        </div>
      ))}
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      <div className="foot">
        <span>
          <Kbd>Enter</Kbd> opens it in Write
        </span>
        <PrimaryButton type="submit" isDisabled={busy}>
          Start writing
        </PrimaryButton>
      </div>
    </Start>
  );
}

/** Questions that stand elsewhere already: pasted, or in a file. */
export function FromList() {
  const router = useRouter();
  const [text, setText] = useState('');
  return (
    <Start as="section" aria-labelledby="list">
      <h2 id="list" style={{ marginBottom: 12 }}>
        Or start from questions you have
      </h2>
      <ReadList
        text={text}
        onText={setText}
        take={(n) => (n === 0 ? 'Make a quiz of it' : `Make a quiz of ${n} ${n === 1 ? 'question' : 'questions'}`)}
        onTake={async ({ text: all, fileName }) => {
          const { id } = await call('POST /api/quizzes/read', { body: { text: all, fileName } });
          router.push(`/quizzes/${id}/write`);
        }}
      />
    </Start>
  );
}
