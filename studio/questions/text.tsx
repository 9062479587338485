'use client';
/** Short text: which words are accepted, and what is forgiven. */
import { Faint } from '../../ui/text';
import type { Accepted, TextQuestion } from '../../core/schema/quiz';
import { acceptedOf, fold, matchAccepted } from '../../core/text/fold';
import { Choose, LineInput } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useState } from 'react';
import { useDocumentStore } from '../document';
import { placeOfBlock, setField } from '../edits/edits';
import { useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { RightNote } from './margin';
import { Row, Small } from '../shared/sheet';
import { onLineKey } from './line-keys';
import { AnotherLine, lineField, linesOf } from './lines';
import type { Body } from './kind';
import type { StudioKind } from './kind';
import { useBlockFields } from '../fields/use-fields';
import { AcceptLine } from '../fields/accept-line';
import { Forgiven } from './forgiven';

const written = (text: string, credit: number): Accepted => (credit === 1 ? text : { text, credit });

/** The spellings that are accepted, each right or partly right. They have no ids: a line is known by its place. */
function Spellings({ question, hands, cursor }: Pick<Body<TextQuestion>, 'question' | 'hands' | 'cursor'>) {
  const open = cursor !== null;
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const accept = question.accept ?? [];
  const set = (to: Accepted[], join?: string) =>
    store
      .getState()
      .edit(
        setField(
          'set-accepted',
          placeOfBlock(store.getState().quiz, question.id),
          ['accept'],
          question.accept,
          to.length ? to : undefined,
        ),
        join,
      );
  const field = (i: number) => lineField(`${question.id} ${i}`);
  const put = (i: number, texts: string[]) => {
    set([...accept.slice(0, i), ...texts, ...accept.slice(i)]);
    focusLater(field(i + texts.length - 1));
  };
  return (
    <>
      {accept.map((one, i) => {
        const { text, credit } = acceptedOf(one);
        return (
          <Row
            key={i}
            gutter={
              <span style={{ paddingTop: 3 }}>
                <Mark kind={credit === 1 ? 'yes' : credit > 0 ? 'maybe' : 'no'} size={12} />
              </span>
            }
            margin={
              <HowRight
                text={text}
                credit={credit}
                {...(open && {
                  onChange: (to: number) => set(accept.map((x, k) => (k === i ? written(text, to) : x))),
                })}
              />
            }
          >
            <TextField
              label={`Accepted wording ${i + 1}`}
              field={field(i)}
              value={text}
              placeholder="Words that are accepted"
              onChange={(to) =>
                set(
                  accept.map((x, k) => (k === i ? written(to, credit) : x)),
                  `accept ${question.id} ${i}`,
                )
              }
              onKeyDown={(event) =>
                onLineKey(
                  event,
                  { isEmpty: text === '', isBlank: text === '' },
                  {
                    nextQuestion: hands.nextQuestion,
                    nextLine: () => put(i + 1, ['']),
                    takeAway: () => {
                      set(accept.filter((_, k) => k !== i));
                      focusLater(i > 0 ? field(i - 1) : hands.above);
                    },
                  },
                )
              }
              onPaste={(event) => {
                const lines = linesOf(event);
                if (lines.length < 2) return;
                event.preventDefault();
                set([...accept.slice(0, i + (text ? 1 : 0)), ...lines, ...accept.slice(i + 1)]);
              }}
            />
          </Row>
        );
      })}
      {open && (
        <AnotherLine
          label="Another accepted wording"
          placeholder={accept.length ? 'Another accepted wording' : 'Words that are right, if there is a right answer'}
          keys={[['Ctrl Enter', 'next question']]}
          add={(texts) => put(accept.length, texts)}
          nextQuestion={hands.nextQuestion}
        />
      )}
      {!open && accept.length === 0 && (
        <Row>
          <Faint>Any words, read under Findings</Faint>
        </Row>
      )}
      {open && accept.length > 0 && (
        <Row>
          <Forgiven question={question} />
          <TryWords question={question} />
        </Row>
      )}
    </>
  );
}

/** @param onChange left out where it is only read */
function HowRight({ text, credit, onChange }: { text: string; credit: number; onChange?: (credit: number) => void }) {
  if (!onChange) return credit > 0 ? <RightNote credit={credit} /> : 'wrong';
  return (
    <Choose
      label={`What “${text}” is`}
      value={credit === 1 ? 'right' : credit > 0 ? 'partly' : 'wrong'}
      options={[
        { id: 'right', label: 'right' },
        { id: 'partly', label: 'partly right' },
        { id: 'wrong', label: 'wrong' },
      ]}
      onChange={(to) => onChange(to === 'right' ? 1 : to === 'partly' ? 0.5 : 0)}
    />
  );
}

/** What a visitor might type, and how it would be marked. */
function TryWords({ question }: { question: TextQuestion }) {
  const [typed, setTyped] = useState('');
  const credit = matchAccepted(typed, question.accept ?? [], question.fold);
  return (
    <Small style={{ marginTop: 8 }}>
      <label style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}>
        Try it:
        <LineInput
          aria-label="What a visitor might type"
          style={{ width: 150, fontSize: 13 }}
          value={typed}
          maxLength={300}
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>
      {typed.trim() !== '' && (
        <span role="status" style={{ display: 'inline-flex', gap: 5, alignItems: 'center' }}>
          <Mark kind={credit === 1 ? 'yes' : credit ? 'maybe' : question.reviewRest ? 'not-yet' : 'no'} size={12} />
          {credit === 1 ? 'right' : credit ? 'partly right' : question.reviewRest ? 'waits for you' : 'wrong'}, read as
          “{fold(typed, question.fold)}”
        </span>
      )}
    </Small>
  );
}

function AcceptedWords({ question }: { question: TextQuestion }) {
  const { set } = useBlockFields(question);
  return (
    <div style={{ display: 'grid', gap: 6 }}>
      <label>
        Accepted words
        <AcceptLine label="Accepted words" accept={question.accept} onChange={(to) => set('accept', to)} />
      </label>
      <TryWords question={question} />
    </div>
  );
}

export const text: StudioKind<TextQuestion> = {
  Body: Spellings,
  saysKeys: true,
  firstField: ({ id, accept }) => (accept?.length ? lineField(`${id} 0`) : undefined),
  Key: AcceptedWords,
  typesKey: true,
};
