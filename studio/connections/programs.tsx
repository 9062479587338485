'use client';
/** Tokens by which programs ask: what each may do, when it was used last, and the way to take it back. */
import { type SyntheticEvent, useState } from 'react';
import { type Scope, SCOPES } from '../../core/connections/scopes';
import { call } from '../../contract/call';
import type { TokenLine, Tokens } from '../../contract/connections';
import { Choose, Field, PrimaryButton, TextButton, Toggle } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Inline, Muted, Strong } from '../../ui/text';
import { Code, Copy } from '../shared/code';
import { day, dayAndTime, dayAndYear } from '../shared/time';
import { messageOf } from '../shared/trouble';

const scopes = Object.entries(SCOPES) as [Scope, string][];
const LASTS = { '30': 30, '365': 365, always: null } as const;
type Lasts = keyof typeof LASTS;

export function Programs({ first }: { first: Tokens }) {
  const [tokens, setTokens] = useState(first.tokens);
  const [made, setMade] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const takeBack = async (token: string) => {
    setTrouble('');
    try {
      setTokens((await call('DELETE /api/tokens/{token}', { token })).tokens);
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  return (
    <section aria-label="Programs">
      <h2>Programs</h2>
      <p>A program of yours asks by a token. It may do what the token may, in this workspace alone.</p>
      <ul>
        {tokens.map((token) => (
          <Token key={token.id} token={token} onBack={() => void takeBack(token.id)} />
        ))}
      </ul>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {made !== null && (
        <div role="status">
          <p>
            <Strong>Keep this token now.</Strong> Nobody can see it again, we neither.
          </p>
          <div role="group" aria-label="The token">
            <Code>{made}</Code>
          </div>
          <p className="presses">
            <Copy text={made} what="the token" />
            <TextButton onPress={() => setMade(null)}>I have it</TextButton>
          </p>
        </div>
      )}
      <Make
        onMade={(token, all) => {
          setMade(token);
          setTokens(all);
        }}
      />
    </section>
  );
}

function Token({ token, onBack }: { token: TokenLine; onBack: () => void }) {
  const [sure, setSure] = useState(false);
  const { name, by, madeAt, usedAt, endsAt, isOrphan } = token;
  const isOver = endsAt !== null && new Date(endsAt) < new Date();
  return (
    <li className="entry">
      <Mark kind={isOrphan || isOver ? 'no' : usedAt ? 'yes' : 'not-yet'} size={12} />
      <div>
        <Strong>{name}</Strong>{' '}
        <Muted $small suppressHydrationWarning>
          {isOrphan ? 'does nothing: who made it has left' : `by ${by}, ${day(madeAt)}`}
          {usedAt ? `, used ${dayAndTime(usedAt)}` : ', not used yet'}
          {endsAt && `, ${isOver ? 'ended' : 'ends'} ${dayAndYear(endsAt)}`}
        </Muted>
        <p>{token.scopes.map((scope) => SCOPES[scope]).join('; ')}.</p>
      </div>
      {sure ? (
        <span className="presses">
          <TextButton $danger aria-label={`Take ${name} back for good`} onPress={onBack}>
            Take back for good
          </TextButton>
          <TextButton autoFocus onPress={() => setSure(false)}>
            Keep
          </TextButton>
        </span>
      ) : (
        <TextButton $danger aria-label={`Take ${name} back`} onPress={() => setSure(true)}>
          Take back
        </TextButton>
      )}
    </li>
  );
}

function Make({ onMade }: { onMade: (token: string, all: TokenLine[]) => void }) {
  const [name, setName] = useState('');
  const [may, setMay] = useState<Scope[]>([]);
  const [lasts, setLasts] = useState<Lasts>('365');
  const [trouble, setTrouble] = useState('');
  const make = async (event: SyntheticEvent) => {
    event.preventDefault();
    setTrouble('');
    if (may.length === 0) {
      setTrouble('Say what it may do: one thing at least.');
      return;
    }
    try {
      const { token, tokens } = await call('POST /api/tokens', {
        body: { name: name.trim(), scopes: may, days: LASTS[lasts] },
      });
      setName('');
      setMay([]);
      onMade(token, tokens);
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  return (
    <form className="stacked" onSubmit={(event) => void make(event)}>
      <Field>
        What the token is for
        <input required maxLength={80} placeholder="The till" value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <fieldset>
        <legend>It may</legend>
        {scopes.map(([scope, says]) => (
          <Toggle
            key={scope}
            selected={may.includes(scope)}
            onChange={(isOn) => setMay(scopes.map(([s]) => s).filter((s) => (s === scope ? isOn : may.includes(s))))}
          >
            {says} <Muted $small>{scope}</Muted>
          </Toggle>
        ))}
      </fieldset>
      <Inline>
        It lasts{' '}
        <Choose
          label="How long it lasts"
          value={lasts}
          options={[
            { id: '30', label: 'thirty days' },
            { id: '365', label: 'a year' },
            { id: 'always', label: 'until it is taken back' },
          ]}
          onChange={setLasts}
        />
      </Inline>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      <PrimaryButton type="submit">Make a token</PrimaryButton>
    </form>
  );
}
