'use client';
/** A letter to those on the list who have not answered. */
import { useState } from 'react';
import { Form } from 'react-aria-components';
import { call } from '../../contract/call';
import { Choose, Field, PrimaryButton, TextButton } from '../../ui/controls';
import { Alarm, Inline } from '../../ui/text';
import { useQuiz } from '../document';
import { newId } from '../edits/edits';
import { NumberField } from '../fields/number-field';
import { messageOf } from '../shared/trouble';

/** Days. */
const USUAL_PAUSE = 5;

export function WriteToList() {
  const { id: quiz, title } = useQuiz();
  const [isOpen, setOpen] = useState(false);
  const [subject, setSubject] = useState(title);
  const [words, setWords] = useState('');
  const [again, setAgain] = useState<number | null>(null);
  // The same round until it was written: pressed again after a lost answer it writes to nobody twice.
  const [round, setRound] = useState(() => newId('round'));
  const [told, setTold] = useState('');
  const [trouble, setTrouble] = useState('');
  const [isBusy, setBusy] = useState(false);
  const send = async () => {
    setBusy(true);
    setTrouble('');
    try {
      const { written, unreachable } = await call('POST /api/quizzes/{quiz}/list/letters', {
        quiz,
        body: { round, subject, words, ...(again === null ? {} : { again }) },
      });
      setTold(
        `${written === 1 ? 'One letter is' : `${written.toLocaleString('en')} letters are`} on the way; Mail shows them.${
          unreachable === 0
            ? ''
            : unreachable === 1
              ? ' One stands here without an address.'
              : ` ${unreachable.toLocaleString('en')} stand here without an address.`
        }`,
      );
      setRound(newId('round'));
      setOpen(false);
    } catch (error) {
      setTrouble(messageOf(error));
    }
    setBusy(false);
  };
  return (
    <div>
      {isOpen ? (
        <Form
          aria-label="Letter to those who have not answered"
          style={{ display: 'grid', gap: 10, justifyItems: 'start' }}
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          <Field style={{ width: '100%' }}>
            Subject
            <input value={subject} maxLength={200} required onChange={(e) => setSubject(e.target.value)} />
          </Field>
          <Field style={{ width: '100%' }}>
            Your words; each gets their own link below them
            <textarea rows={4} value={words} maxLength={5_000} required onChange={(e) => setWords(e.target.value)} />
          </Field>
          <Inline className="says">
            Whoever has not answered by then gets it{' '}
            <Choose
              label="Whether it is sent once more"
              value={again === null ? 'once' : 'again'}
              options={[
                { id: 'once', label: 'no second time' },
                { id: 'again', label: 'once more' },
              ]}
              onChange={(to) => setAgain(to === 'once' ? null : USUAL_PAUSE)}
            />
            {again !== null && (
              <>
                {' '}
                after{' '}
                <NumberField
                  label=""
                  name="Days until it is sent once more"
                  value={again}
                  above={0}
                  onChange={(to) => to !== undefined && setAgain(Math.min(60, Math.max(1, Math.round(to))))}
                />{' '}
                days
              </>
            )}
            .
          </Inline>
          <span style={{ display: 'flex', gap: 18, alignItems: 'center' }}>
            <PrimaryButton type="submit" isDisabled={isBusy || !subject.trim() || !words.trim()}>
              {isBusy ? 'Writing them …' : 'Send it to whoever has not answered'}
            </PrimaryButton>
            <TextButton onPress={() => setOpen(false)}>Not now</TextButton>
          </span>
        </Form>
      ) : (
        <TextButton
          onPress={() => {
            setTold('');
            setOpen(true);
          }}
        >
          Write to those who have not answered …
        </TextButton>
      )}
      <p role="status">{told}</p>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </div>
  );
}
