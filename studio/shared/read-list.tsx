'use client';
/** Reading questions out of a pasted text or a file, with what was understood of it line by line before anything is made of it. */
import { Alarm } from '../../ui/text';
import { messageOf } from './trouble';
import { type ReactNode, useDeferredValue, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { isQuestion } from '../../core/document/lookup';
import type { Question, Quiz } from '../../core/schema/quiz';
import { type Format, readQuestions } from '../../core/formats/read';
import type { Note } from '../../core/questions/listed';
import { plainText } from '../../core/text/rich';
import { PrimaryButton, TextButton } from '../../ui/controls';
import type { PictureIn } from '../../core/formats/qti/package';
import { type Pasted, readHtml, readPasted } from './pasted';
import { type FileRead, readFile, withKeptPictures } from './read-file';
import { Mark } from '../../ui/marks';
import { kindLabel, kindOf } from '../../core/questions/registry';

const Box = styled.div`
  textarea {
    width: 100%;
    min-height: 168px;
    border: 1px solid var(--ink-3);
    border-radius: 6px;
    padding: 10px 12px;
    font: 400 14px/1.5 var(--text);
    background: var(--paper);
    resize: vertical;
  }
  .bar {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    align-items: center;
    margin: 10px 0;
  }
  ol.questions {
    list-style: none;
    margin: 0;
    padding: 0;
    max-height: 46vh;
    overflow: auto;
    border-top: 1px solid var(--ink);
  }
  ol.questions > li {
    display: grid;
    grid-template-columns: 32px 1fr;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  ol.questions b {
    font: 700 15px/1.4 var(--heading);
  }
  .answer {
    display: inline-flex;
    gap: 5px;
    align-items: center;
    margin-inline-end: 14px;
  }
  small {
    color: var(--ink-3);
    font-size: 13px;
  }
  ul.notes {
    list-style: none;
    padding: 0;
    margin: 8px 0;
    font-size: 13px;
    color: var(--ink-2);
    max-height: 140px;
    overflow: auto;
  }
  ul.notes li {
    display: flex;
    gap: 8px;
    align-items: baseline;
    padding: 2px 0;
  }
`;

const formats: Record<Format, string> = {
  json: 'a quiz file',
  table: 'a table, a question in each row',
  markdown: 'headings with task lists',
  plain: 'questions with answers below them',
};

type Props = {
  text: string;
  onText: (text: string) => void;
  /** What the button does, for so many questions. */
  take: (questions: number) => string;
  onTake: (read: { quiz: Quiz; text: string; fileName: string }) => Promise<void> | void;
  /** What came along with a text that was pasted elsewhere. */
  came?: Pasted | undefined;
  children?: ReactNode;
};

export function ReadList({ text, onText, take, onTake, came, children }: Props) {
  const [fileName, setFileName] = useState('');
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const settled = useDeferredValue(text);
  // What came of a file beside its text, as long as that stands as it came.
  const [opened, setOpened] = useState<FileRead | null>(came ? asFile(came) : null);
  // Pictures stay at hand while the text is worked on: those that it names are taken.
  const [pictures, setPictures] = useState<PictureIn[]>(came?.pictures ?? []);
  const own = opened?.text === settled ? opened : null;
  const read = useMemo(() => (settled.trim() ? readQuestions(settled, { fileName }) : null), [settled, fileName]);
  const questions = read && 'quiz' in read ? read.quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)) : [];
  const open = async (chosen: File | undefined) => {
    setTrouble('');
    if (!chosen) return;
    try {
      const file = await readFile(chosen, readHtml);
      setOpened(file);
      setPictures(file.pictures);
      setFileName(file.fileName);
      onText(file.text);
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  const takeIn = async (quiz: Quiz) => {
    if (pictures.length === 0) return onTake({ quiz, text, fileName });
    const whole = await withKeptPictures(quiz, pictures);
    return onTake({ quiz: whole, text: JSON.stringify(whole), fileName: 'quiz.json' });
  };
  return (
    <Box
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void open(e.dataTransfer.files[0]);
      }}
    >
      {own?.isPackage ? (
        <p className="bar">
          <b>{own.name}</b>
          <TextButton
            onPress={() => {
              setOpened(null);
              setFileName('');
              onText('');
            }}
          >
            Close it
          </TextButton>
        </p>
      ) : (
        <textarea
          aria-label="Questions to read"
          placeholder={'1. What holds a cut tyre together?\na) A banknote *\nb) Hope\n\n2. …'}
          value={text}
          onPaste={(e) => {
            const { value, selectionStart, selectionEnd } = e.currentTarget;
            const pasted = readPasted(e.clipboardData, (n) => `/package/${pictures.length + n}`);
            if (pasted.text === e.clipboardData.getData('text/plain')) return;
            e.preventDefault();
            setFileName('');
            const text = value.slice(0, selectionStart) + pasted.text + value.slice(selectionEnd);
            setOpened(asFile({ ...pasted, text }));
            setPictures([...pictures, ...pasted.pictures]);
            onText(text);
          }}
          onChange={(e) => {
            setFileName('');
            onText(e.target.value);
          }}
        />
      )}
      <div className="bar">
        <TextButton $weight={500} onPress={() => file.current?.click()}>
          Open a file
        </TextButton>
        <small>
          A spreadsheet, CSV, Markdown, HTML, text, a package of QTI, or a quiz as JSON; lists from a document and cells
          of a spreadsheet can be pasted
        </small>
        <input
          ref={file}
          type="file"
          hidden
          aria-label="A file with questions"
          accept=".csv,.tsv,.md,.markdown,.txt,.json,.html,.htm,.xlsx,.zip,.xml"
          onChange={(e) => {
            void open(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </div>
      <div role="alert">
        {(trouble || (read && 'trouble' in read)) && (
          <Alarm as="p">{trouble || (read && 'trouble' in read ? read.trouble : '')}</Alarm>
        )}
      </div>
      {read && 'quiz' in read && (
        <WhatWasRead
          {...read}
          isPackage={own?.isPackage ?? false}
          notes={[...(own?.notes ?? []), ...read.notes]}
          questions={questions}
        />
      )}
      <div className="bar" style={{ justifyContent: 'flex-end' }}>
        {children}
        <PrimaryButton
          isDisabled={busy || questions.length === 0 || settled !== text}
          onPress={() => {
            if (!read || !('quiz' in read)) return;
            setBusy(true);
            setTrouble('');
            void takeIn(read.quiz)
              .catch((error: unknown) => setTrouble(messageOf(error)))
              .finally(() => setBusy(false));
          }}
        >
          {take(questions.length)}
        </PrimaryButton>
      </div>
    </Box>
  );
}

type WhatProps = { quiz: Quiz; format: Format; notes: Note[]; questions: Question[]; isPackage: boolean };

function WhatWasRead({ quiz, format, notes, questions, isPackage }: WhatProps) {
  return (
    <>
      <p role="status" style={{ margin: '8px 0' }}>
        Read as {isPackage ? 'items of QTI' : formats[format]}: <b>{questions.length}</b>{' '}
        {questions.length === 1 ? 'question' : 'questions'}.
      </p>
      {questions.length > 0 && (
        <ol className="questions" aria-label="What was understood">
          {questions.map((q, i) => (
            <Understood key={q.id} question={q} number={i + 1} topic={topicOf(quiz, q)} />
          ))}
        </ol>
      )}
      <Notes notes={notes} />
    </>
  );
}

/** A text that was pasted, as a file that was opened. */
const asFile = (pasted: Pasted): FileRead => ({ ...pasted, name: '', fileName: '', isPackage: false });

const topicOf = (quiz: Quiz, question: Question) => quiz.topics.find((t) => t.id === question.topic)?.name;

/** What else was understood of a question. */
const alsoRead = ({ marks, penalty, limit, explain, hint, media }: Question): (string | false)[] => [
  marks !== undefined && (marks === 1 ? '1 mark' : `${marks} marks`),
  penalty !== undefined && penalty > 0 && `${penalty} off where it is wrong`,
  limit !== undefined && `${limit} seconds`,
  hint !== undefined && 'with a hint',
  explain !== undefined && 'with an explanation',
  media?.picture !== undefined && 'with a picture',
];

function Understood({ question, number, topic }: { question: Question; number: number; topic: string | undefined }) {
  return (
    <li>
      <b>{number}</b>
      <span>
        <b>{plainText(question.prompt)}</b>{' '}
        <small>{[kindLabel(question.kind), topic, ...alsoRead(question)].filter(Boolean).join(', ')}</small>
        <br />
        {kindOf(question)
          .summary?.(question)
          .map(({ words, credit }, i) => (
            <span className="answer" key={i}>
              {credit !== undefined && <Mark kind={credit === 1 ? 'yes' : credit ? 'maybe' : 'not-yet'} size={11} />}
              {words}
            </span>
          ))}
      </span>
    </li>
  );
}

function Notes({ notes }: { notes: Note[] }) {
  const notable = notes.filter((n) => n.is !== 'understood');
  if (notable.length === 0) return null;
  return (
    <ul className="notes" aria-label="What was guessed or left out">
      {notable.map((n, i) => (
        <li key={i}>
          <Mark kind={n.is === 'guessed' ? 'maybe' : 'no'} size={11} />
          <span>
            Line {n.line}, {n.is === 'guessed' ? 'guessed' : 'left out'}: {n.message}
          </span>
        </li>
      ))}
    </ul>
  );
}
