/** What a visitor stands before who may not simply begin: why, and what they can do. Works as a plain form too. */
import { type SubmitEvent, useEffect, useId, useRef } from 'react';
import type { Door } from '../../core/access/door';
import type { View } from '../../core/flow/view';
import { isRightToLeft } from '../languages/direction';
import type { Key } from '../languages/phrases';
import { useDress } from '../look/dressed';
import { useWords } from '../languages/words';

const heads: Record<Door['why'], Key> = {
  before: 'doorBefore',
  after: 'doorAfter',
  shut: 'doorAfter',
  full: 'doorFull',
  taken: 'doorTaken',
  passcode: 'doorPasscode',
  person: 'doorPerson',
  stranger: 'doorStranger',
};
const people = {
  name: { label: 'sayName', type: 'text', complete: 'name' },
  number: { label: 'sayNumber', type: 'text', complete: 'off' },
  email: { label: 'sayEmail', type: 'email', complete: 'email' },
} as const;

export type DoorKey = { passcode?: string; person?: string };
type Props = {
  door: Door;
  quiz: View['quiz'];
  /** address of the quiz */ home: string;
  /** what stands in the address, for a form without scripts */ params: Record<string, string>;
  isBusy: boolean;
  trouble: string | null;
  onEnter: (key: DoorKey) => void;
};

/** "on 22 March at 09:00", as the visitor's own clock has it. */
const momentIn = (language: string, at: number): string =>
  new Intl.DateTimeFormat(language, { dateStyle: 'long', timeStyle: 'short' }).format(at);

const text = (form: FormData, name: string): string | undefined => {
  const value = form.get(name);
  return typeof value === 'string' ? value : undefined;
};

export function DoorPanel({ door, quiz, home, params, isBusy, trouble, onEnter }: Props) {
  const { say, language } = useWords();
  const wrong = useId();
  const form = useRef<HTMLFormElement>(null);
  const { why, words, opens, asks, isWrong } = door;
  // Whoever was refused goes on in the field that was wrong.
  useEffect(() => {
    if (isWrong) form.current?.querySelector<HTMLInputElement>('input:not([type="hidden"])')?.select();
  }, [door, isWrong]);
  const enter = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    const typed = new FormData(event.currentTarget);
    const [passcode, person] = [text(typed, 'passcode'), text(typed, 'person')];
    onEnter({ ...(passcode === undefined ? {} : { passcode }), ...(person === undefined ? {} : { person }) });
  };
  const field = (name: 'passcode' | 'person', label: Key, type: string, complete: string) => (
    <label className="v-field">
      {say(label)}
      <input
        name={name}
        type={type}
        required
        maxLength={200}
        autoComplete={complete}
        aria-invalid={isWrong || undefined}
        aria-describedby={isWrong ? wrong : undefined}
      />
    </label>
  );
  const who = asks?.person && people[asks.person];
  const dress = useDress();
  return (
    <form
      className="v-panel"
      {...dress.attributes}
      style={dress.style}
      lang={quiz.language}
      dir={isRightToLeft(quiz.language) ? 'rtl' : 'ltr'}
      ref={form}
      method="post"
      action={`${home}/plain`}
      onSubmit={enter}
    >
      <div className="v-inside">
        <div className="v-top">
          <span>{quiz.title}</span>
        </div>
        <h1 className="v-prompt" data-heading="" tabIndex={-1}>
          {say(heads[why])}
        </h1>
        {opens !== undefined && (
          <p className="v-hint" suppressHydrationWarning>
            {say('doorOpens', { when: momentIn(language, opens) })}
          </p>
        )}
        {words && <p className="v-hint v-own">{words}</p>}
        {!asks && <p className="v-hint">{say('doorHelp')}</p>}
        {asks && (
          <>
            {Object.entries(params).map(([name, value]) => (
              <input key={name} type="hidden" name={`k.${name}`} value={value} />
            ))}
            <div className="v-fields">
              {asks.passcode && field('passcode', 'passcode', 'text', 'off')}
              {who && field('person', who.label, who.type, who.complete)}
            </div>
            <div role="alert">
              {isWrong && (
                <p className="v-wrong" id={wrong}>
                  {say('doorWrong')}
                </p>
              )}
              {trouble && <p className="v-trouble">{trouble}</p>}
            </div>
            <div className="v-foot">
              <span />
              <button type="submit" name="do" value="enter" className="v-next" aria-busy={isBusy}>
                {isBusy ? say('sending') : say('letMeIn')}
              </button>
            </div>
          </>
        )}
      </div>
    </form>
  );
}
