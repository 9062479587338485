'use client';
/** Who may take a quiz, and how often: a sentence whose words are choices. */
import { useState } from 'react';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { Alarm, Inline } from '../../ui/text';
import { NumberField } from '../fields/number-field';
import { OwnWords, Said } from './paragraph';
import { PeopleSheet } from './people-sheet';
import type { AccessHandle } from './use-access';

export function Who({ access }: { access: AccessHandle }) {
  const { standing, set } = access;
  const { settings, finished, people, hasPasscode } = standing;
  const { who, says, times } = settings;
  const [isListOpen, setListOpen] = useState(false);
  const nobody = (who === 'passcode' && !hasPasscode) || (who === 'list' && people === 0);
  return (
    <section aria-label="Who, and how often">
      <h2>Who, and how often</h2>
      <Inline className="says">
        <Choose
          label="Who may take it"
          value={who ?? 'anyone'}
          options={[
            { id: 'anyone', label: 'Anyone' },
            { id: 'passcode', label: 'Whoever knows the passcode' },
            { id: 'list', label: 'Whoever is on the list' },
          ]}
          onChange={(to) => void set({ who: to === 'anyone' ? undefined : to })}
        />{' '}
        may take it,{' '}
        <Choose
          label="How often"
          value={times === undefined ? 'any' : times === 1 ? 'once' : 'times'}
          options={[
            { id: 'any', label: 'as often as they like' },
            { id: 'once', label: 'once' },
            { id: 'times', label: 'so many times' },
          ]}
          onChange={(to) => void set({ times: to === 'any' ? undefined : to === 'once' ? 1 : 3 })}
        />
        {times !== undefined && times > 1 && (
          <>
            {' '}
            <NumberField
              label=""
              name="How many times"
              after="times"
              value={times}
              above={0}
              onChange={(to) => void set({ times: Math.max(1, Math.round(to ?? 1)) })}
            />
          </>
        )}
        , and{' '}
        <Choose
          label="What they say of themselves"
          value={says ?? 'nothing'}
          options={[
            { id: 'nothing', label: who === 'list' ? 'says what the list knows them by' : 'stays unnamed' },
            { id: 'name', label: 'says a name' },
            { id: 'number', label: 'says a number' },
            { id: 'email', label: 'says an e-mail address' },
          ]}
          onChange={(to) => void set({ says: to === 'nothing' ? undefined : to })}
        />
        . {times !== undefined && countedBy(who, says)}
      </Inline>
      {who === 'passcode' && <Passcode access={access} />}
      {who === 'list' && (
        <p>
          {people === 1 ? 'One person is' : `${people.toLocaleString('en')} people are`} on the list.{' '}
          <TextButton onPress={() => setListOpen(true)}>Open the list</TextButton>
        </p>
      )}
      {nobody && (
        <Alarm as="p">
          {who === 'list' ? 'The list is empty: nobody gets in yet.' : 'No passcode is set: nobody gets in yet.'}
        </Alarm>
      )}
      <WordsToThem access={access} />
      <Said access={access}>
        {finished === 1 ? 'One run has finished.' : `${finished.toLocaleString('en')} runs have finished.`}
      </Said>
      <PeopleSheet open={isListOpen} onClose={() => setListOpen(false)} onChanged={access.refresh} />
    </section>
  );
}

function WordsToThem({ access }: { access: AccessHandle }) {
  const { who, says, times } = access.standing.settings;
  return (
    <>
      {(who !== undefined || says !== undefined) && (
        <OwnWords
          access={access}
          of="door"
          label="Words at the door"
          placeholder="Where to find the passcode, for example"
        />
      )}
      {times !== undefined && (
        <OwnWords
          access={access}
          of="taken"
          label="Words for who has taken it"
          placeholder="You have taken this quiz already."
        />
      )}
    </>
  );
}

function countedBy(who: AccessHandle['standing']['settings']['who'], says: string | undefined): string {
  if (who === 'list') return 'Counted by the list: whoever has begun goes on, on any device.';
  if (says) return 'Counted by what they say, however it is typed.';
  return 'Counted by device; who clears their browser, or takes another, begins again.';
}

function Passcode({ access }: { access: AccessHandle }) {
  const [typed, setTyped] = useState('');
  const { hasPasscode } = access.standing;
  return (
    <form
      className="line"
      onSubmit={(event) => {
        event.preventDefault();
        void access.setPasscode(typed).then((isSet) => isSet && setTyped(''));
      }}
    >
      <LineInput
        aria-label={hasPasscode ? 'Another passcode' : 'Passcode'}
        placeholder={hasPasscode ? 'Another passcode' : 'Passcode, four letters at least'}
        value={typed}
        maxLength={100}
        autoComplete="off"
        spellCheck={false}
        onChange={(e) => setTyped(e.target.value)}
      />
      <TextButton type="submit" isDisabled={typed.trim() === ''}>
        {hasPasscode ? 'Change it for everybody' : 'Set it'}
      </TextButton>
      {hasPasscode && <span>One is set. It is kept so that nobody can read it.</span>}
    </form>
  );
}
