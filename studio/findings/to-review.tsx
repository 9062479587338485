'use client';
/** To review: answers that wait for a person, equal ones once, each with its marks by a number key. */
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import type { ReviewQueue } from '../../contract/results';
import { quizIndex } from '../../core/document/lookup';
import { kindOf } from '../../core/questions/registry';
import { LineInput, PrimaryButton, TextButton } from '../../ui/controls';
import { Alarm, Muted, PlainList, Strong } from '../../ui/text';
import { useDocument, useDocumentStore } from '../document';
import { placeOfBlock, setFields } from '../edits/edits';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { number } from './bars';

const Split = styled.div`
  display: grid;
  grid-template-columns: minmax(200px, 280px) minmax(0, 1fr);
  gap: 24px 48px;
  align-items: start;
  @media (max-width: 899px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Asked = styled.ol`
  list-style: none;
  border-top: 1px solid var(--ink);
  button {
    display: flex;
    justify-content: space-between;
    gap: 14px;
    width: 100%;
    padding: 10px 8px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    text-align: start;
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  button:hover,
  button[aria-current] {
    background: var(--saffron-wash);
  }
`;
const Queue = styled.ol`
  list-style: none;
  max-width: 760px;
  border-top: 1px solid var(--ink);
  > li {
    padding: 14px 0 16px;
    border-bottom: 1px solid var(--line);
  }
  blockquote {
    margin: 0 0 4px;
    font-size: 17px;
    line-height: 1.5;
    white-space: pre-line;
    overflow-wrap: anywhere;
    max-height: 40vh;
    overflow-y: auto;
  }
  .marks {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: center;
    margin-top: 10px;
  }
  .mark ~ :not(.mark) {
    margin-inline-start: 14px;
  }
  .marks button.mark {
    min-width: 34px;
    min-height: 34px;
    border: 1px solid var(--ink);
    background: var(--paper);
    cursor: pointer;
    font-variant-numeric: tabular-nums;
  }
  .marks button.mark:hover {
    background: var(--saffron-wash);
  }
`;

type Questions = AnswerOf<'GET /api/quizzes/{quiz}/reviews'>['questions'];
type Answer = ReviewQueue['answers'][number];

export function ToReview({ mayMark }: { mayMark: boolean }) {
  const quiz = useDocument((s) => s.quizId);
  const [questions, setQuestions] = useState<Questions | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    let over = false;
    call('GET /api/quizzes/{quiz}/reviews', { quiz }).then(
      (got) => {
        if (over) return;
        setQuestions(got.questions);
        setOpen((got.questions.find(({ waiting }) => waiting > 0) ?? got.questions[0])?.id ?? null);
      },
      (error: unknown) => !over && setTrouble(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [quiz]);
  if (trouble) return <Alarm role="alert">{trouble}</Alarm>;
  if (!questions) return <Muted role="status">Being read …</Muted>;
  if (questions.length === 0)
    return (
      <p style={{ color: 'var(--ink-2)', fontSize: 18, maxWidth: 560 }}>
        No person marks anything in this quiz. In Score, a long text can be marked by a person, and a short one where it
        matches no spelling: what visitors write then waits here.
      </p>
    );
  return (
    <Split>
      <nav aria-label="Questions that a person marks">
        <Asked>
          {questions.map(({ id, name, waiting }) => (
            <li key={id}>
              <button type="button" aria-current={id === open ? 'true' : undefined} onClick={() => setOpen(id)}>
                <span>{name}</span>
                <Strong style={{ whiteSpace: 'nowrap' }}>{waiting > 0 ? `${number(waiting)} wait` : 'none'}</Strong>
              </button>
            </li>
          ))}
        </Asked>
      </nav>
      {open !== null && (
        <OfQuestion
          key={open}
          question={open}
          mayMark={mayMark}
          onDone={(by) =>
            setQuestions((all) =>
              (all ?? []).map((q) => (q.id === open ? { ...q, waiting: Math.max(0, q.waiting - by) } : q)),
            )
          }
        />
      )}
    </Split>
  );
}

function OfQuestion({
  question,
  mayMark,
  onDone,
}: {
  question: string;
  mayMark: boolean;
  onDone: (by: number) => void;
}) {
  const quiz = useDocument((s) => s.quizId);
  const accept = useSpelling(question);
  const [queue, setQueue] = useState<ReviewQueue | null>(null);
  const [said, setSaid] = useState('');
  const [trouble, setTrouble] = useState('');
  const section = useRef<HTMLElement>(null);
  const list = useRef<HTMLOListElement>(null);
  const at = useRef(0);
  const goesOn = useRef(false);
  useEffect(() => {
    let over = false;
    call('GET /api/quizzes/{quiz}/reviews/{question}', { quiz, question }).then(
      (got) => !over && setQueue(got),
      (error: unknown) => !over && setTrouble(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [quiz, question]);
  // What was marked has left the list: whoever goes on by keys stands at the next one.
  useLayoutEffect(() => {
    if (!goesOn.current) return;
    goesOn.current = false;
    const all = list.current?.children ?? [];
    const next = all[Math.min(at.current, all.length - 1)];
    (next?.querySelector<HTMLElement>('.mark, input') ?? section.current)?.focus();
  }, [queue]);
  const send = (body: { words?: string; runs?: string[]; marks: number | null; note?: string }, words: string) => {
    setTrouble('');
    call('PUT /api/quizzes/{quiz}/reviews/{question}', { quiz, question, body }).then(
      ({ done, ...now }) => {
        goesOn.current = true;
        setQueue(now);
        onDone(body.marks === null ? -done : done);
        setSaid(words.replace('{n}', number(done)));
      },
      (error: unknown) => setTrouble(messageOf(error)),
    );
  };
  if (!queue) return trouble ? <Alarm role="alert">{trouble}</Alarm> : <Muted role="status">Being read …</Muted>;
  return (
    <section ref={section} aria-label="Answers that wait" tabIndex={-1}>
      <h2 style={{ font: '700 22px/1.3 var(--heading)', marginBottom: 6, overflowWrap: 'anywhere' }}>{queue.prompt}</h2>
      <Muted as="p" style={{ marginBottom: 12 }}>
        {queue.answers.length === 0
          ? 'Nothing waits here.'
          : `Up to ${queue.of === 1 ? 'one mark' : `${queue.of} marks`} each. ${
              mayMark ? 'With the focus on an answer a number key marks it.' : ''
            } ${queue.isAll ? '' : 'More come when these are marked.'}`}
      </Muted>
      <p role="status">{said}</p>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {queue.answers.length > 0 && (
        <Queue ref={list}>
          {queue.answers.map((answer, i) => (
            <li key={answer.words}>
              <Waiting
                answer={answer}
                of={queue.of}
                mayMark={mayMark}
                isAccepted={accept === null ? null : accept.isAccepted(answer.words)}
                onMark={(marks, note) => {
                  at.current = i;
                  send(
                    { words: answer.words, marks, ...(note.trim() ? { note } : {}) },
                    `{n} marked with ${marks} of ${queue.of}.`,
                  );
                }}
                onAccept={() => {
                  at.current = i;
                  accept?.take(answer.words);
                  send(
                    { words: answer.words, marks: queue.of },
                    '{n} marked in full. The spelling counts from the next edition on.',
                  );
                }}
              />
            </li>
          ))}
        </Queue>
      )}
      {queue.marked.length > 0 && (
        <Marked
          queue={queue}
          mayMark={mayMark}
          onTakeBack={(runs) => send({ runs, marks: null }, '{n} taken back: what no key knows waits again.')}
        />
      )}
    </section>
  );
}

/** One more spelling of the question as it is now being written; null where it has none, or is not there any more. */
function useSpelling(id: string) {
  const store = useDocumentStore();
  const question = useDocument((s) => quizIndex(s.quiz).questions.get(id));
  const kind = question && kindOf(question);
  if (!question || !kind?.acceptSpelling) return null;
  return {
    isAccepted: (words: string) => (kind.grade(question, words).credit ?? 0) > 0,
    take: (words: string) =>
      store
        .getState()
        .edit(
          setFields(
            'accept-spelling',
            placeOfBlock(store.getState().quiz, id),
            question,
            kind.acceptSpelling?.(question, words) ?? {},
          ),
        ),
  };
}

/** Marks that have a button each. */
const MOST_BUTTONS = 10;

function Waiting({
  answer,
  of,
  mayMark,
  isAccepted,
  onMark,
  onAccept,
}: {
  answer: Answer;
  of: number;
  mayMark: boolean;
  /** null where no spelling can be */
  isAccepted: boolean | null;
  onMark: (marks: number, note: string) => void;
  onAccept: () => void;
}) {
  const [note, setNote] = useState('');
  const [hasNote, setHasNote] = useState(false);
  const [typed, setTyped] = useState('');
  const whole = Number.isInteger(of) && of <= MOST_BUTTONS;
  const marks = Number(typed.replace(',', '.'));
  return (
    <div
      role="group"
      aria-label={answer.words.slice(0, 80)}
      onKeyDown={(event) => {
        const isTyping = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
        if (!mayMark || isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
        if (/^\d$/.test(event.key) && Number(event.key) <= of) onMark(Number(event.key), note);
      }}
    >
      <blockquote tabIndex={answer.words.length > 600 ? 0 : undefined}>{answer.words}</blockquote>
      <Muted $small>
        {answer.count === 1 ? 'One wrote this' : `${number(answer.count)} wrote this`}, the first of them{' '}
        {dayAndTime(answer.since)}
      </Muted>
      {mayMark && (
        <>
          <div className="marks">
            {whole ? (
              Array.from({ length: of + 1 }, (_, n) => (
                <button
                  key={n}
                  type="button"
                  className="mark"
                  aria-label={`${n} of ${of}`}
                  onClick={() => onMark(n, note)}
                >
                  {n}
                </button>
              ))
            ) : (
              <form
                style={{ display: 'flex', gap: 8 }}
                onSubmit={(event) => {
                  event.preventDefault();
                  if (typed.trim() && marks >= 0 && marks <= of) onMark(marks, note);
                }}
              >
                <LineInput
                  aria-label={`Marks, of ${of}`}
                  inputMode="decimal"
                  style={{ width: 80 }}
                  value={typed}
                  onChange={(e) => setTyped(e.target.value)}
                />
                <PrimaryButton type="submit">Give</PrimaryButton>
              </form>
            )}
            {isAccepted === false && <TextButton onPress={onAccept}>Right, from now on for everybody</TextButton>}
            {!hasNote && <TextButton onPress={() => setHasNote(true)}>Say something to them</TextButton>}
          </div>
          {hasNote && (
            <label style={{ display: 'block', marginTop: 8 }}>
              <Muted $small>What they read beside their answer; it goes with the marks</Muted>
              <textarea
                value={note}
                maxLength={2_000}
                rows={2}
                style={{ display: 'block', width: '100%', padding: 8, border: '1px solid var(--ink)' }}
                onChange={(e) => setNote(e.target.value)}
              />
            </label>
          )}
        </>
      )}
    </div>
  );
}

function Marked({
  queue,
  mayMark,
  onTakeBack,
}: {
  queue: ReviewQueue;
  mayMark: boolean;
  onTakeBack: (runs: string[]) => void;
}) {
  return (
    <section aria-label="Marked last" style={{ marginTop: 28, maxWidth: 760 }}>
      <h3 style={{ font: '700 16px/1.3 var(--heading)', marginBottom: 6 }}>Marked last</h3>
      <PlainList>
        {queue.marked.map(({ runs, words, marks, note, at, by }) => (
          <li
            key={runs[0]}
            style={{ padding: '7px 0', borderBottom: '1px solid var(--line)', overflowWrap: 'anywhere' }}
          >
            <Strong>{`${String(marks)} of ${String(queue.of)}`}</Strong>{' '}
            {words.length > 120 ? `${words.slice(0, 120)} …` : words}
            <div>
              <Muted $small>
                {runs.length > 1 && `${number(runs.length)} at once, `}
                {by}, {dayAndTime(at)}
                {note && `: “${note}”`}{' '}
              </Muted>
              {mayMark && (
                <TextButton aria-label={`Take the marks back: ${words.slice(0, 80)}`} onPress={() => onTakeBack(runs)}>
                  Take back
                </TextButton>
              )}
            </div>
          </li>
        ))}
      </PlainList>
    </section>
  );
}
