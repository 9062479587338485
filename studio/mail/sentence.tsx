'use client';
/** Whom a letter goes to, when, and after which runs: a sentence whose words are choices. */
import type { Letter } from '../../core/schema/quiz';
import { Choose, TextButton } from '../../ui/controls';
import { useQuiz } from '../document';
import { NumberField } from '../fields/number-field';
import type { Fields } from '../fields/use-fields';
import { ConditionSentence } from '../shared/condition';
import { firstAsked } from './first-asked';
import { Addresses } from './addresses';

type When = 'now' | 'hours' | 'days' | 'daily' | 'weekly';
const DAY = 24;

/** Days where they are whole ones. */
function whenOf({ gather, after }: Letter): When {
  if (gather) return gather;
  if (after === undefined) return 'now';
  return after % DAY === 0 ? 'days' : 'hours';
}

export function LetterSentence({ letter, fields }: { letter: Letter; fields: Fields<Letter> }) {
  const { to, after = DAY } = letter;
  const when = whenOf(letter);
  const { set } = fields;
  const toWhen = (next: When) => {
    set('gather', next === 'daily' || next === 'weekly' ? next : undefined);
    set('after', next === 'hours' ? 2 : next === 'days' ? DAY : undefined);
    // Nobody has stopped as soon as they leave an address.
    if (next !== 'hours' && next !== 'days') set('unfinished', undefined);
  };
  return (
    <div style={{ lineHeight: '28px', fontSize: 16 }}>
      To{' '}
      <Choose
        label="To whom"
        value={to}
        options={[
          { id: 'visitor', label: 'the visitor' },
          { id: 'me', label: 'me' },
          { id: 'addresses', label: 'these addresses' },
        ]}
        onChange={(next) => {
          set('to', next);
          set(next === 'visitor' ? 'gather' : 'unfinished', undefined);
        }}
      />
      {to === 'addresses' && <Addresses letter={letter} onChange={(list) => set('addresses', list)} />},{' '}
      {(when === 'hours' || when === 'days') && (
        <>
          <NumberField
            label=""
            name={when === 'hours' ? 'Hours until it is sent' : 'Days until it is sent'}
            value={when === 'hours' ? after : after / DAY}
            above={0}
            onChange={(n) => {
              const hours = Math.round((n ?? 1) * (when === 'hours' ? 1 : DAY));
              set('after', Math.min(90 * DAY, Math.max(1, hours)));
            }}
          />{' '}
        </>
      )}
      <Choose
        label="When"
        value={when}
        options={[
          { id: 'now', label: 'at once' },
          { id: 'hours', label: 'hours' },
          { id: 'days', label: 'days' },
          ...(to === 'visitor'
            ? []
            : [
                { id: 'daily' as const, label: 'once a day, all in one' },
                { id: 'weekly' as const, label: 'once a week, the figures' },
              ]),
        ]}
        onChange={toWhen}
      />{' '}
      {when === 'weekly' ? 'on Mondays.' : <Which letter={letter} fields={fields} isGathered={when === 'daily'} />}
    </div>
  );
}

/** After what: a letter that waits may be to who has not finished. */
function After({ letter, fields }: { letter: Letter; fields: Fields<Letter> }) {
  if (letter.to !== 'visitor' || letter.after === undefined) return 'after finishing';
  return (
    <Choose
      label="After what"
      value={letter.unfinished ? 'left' : 'finished'}
      options={[
        { id: 'finished', label: 'after finishing' },
        { id: 'left', label: 'after leaving an address, to who has not finished' },
      ]}
      onChange={(next) => fields.set('unfinished', next === 'left' || undefined)}
    />
  );
}

/** After which runs. */
function Which({ letter, fields, isGathered }: { letter: Letter; fields: Fields<Letter>; isGathered: boolean }) {
  const quiz = useQuiz();
  // Everything has been asked by then.
  const last = quiz.pages.at(-1)?.id ?? '';
  const { when } = letter;
  const after = isGathered ? 'of all who finish' : <After letter={letter} fields={fields} />;
  if (when === undefined)
    return (
      <>
        {after}.{' '}
        <TextButton $weight={500} onPress={() => fields.set('when', firstAsked(quiz))}>
          Only when …
        </TextButton>
      </>
    );
  return (
    <>
      {after}, only when{' '}
      <ConditionSentence
        quiz={quiz}
        page={last}
        value={when}
        onChange={(next, join) => fields.set('when', next, join)}
      />
      .{' '}
      <TextButton $weight={500} onPress={() => fields.set('when', undefined)}>
        Always
      </TextButton>
    </>
  );
}
