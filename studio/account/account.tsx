'use client';
/** One's own account: name, address, password, where one is signed in, one's data, and leaving for good. */
import { Link } from '../../ui/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, type SyntheticEvent, useState } from 'react';
import styled from 'styled-components';
import type { Account } from '../../contract/account';
import { call, postJson } from '../../contract/call';
import { textOf } from '../../core/values/unknown';
import { Field, PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Muted, PlainList, Strong } from '../../ui/text';
import { Frame, homeTabs } from '../shell/frame';
import { HomePage } from '../shared/home-page';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { SignOut } from './sign-in';

const Page = styled(HomePage)`
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: center;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }
  li > :last-child {
    margin-inline-start: auto;
  }
  [role='status'],
  [role='alert'] {
    flex-basis: 100%;
  }
`;

/** One thing that is changed by a form, with what came of it beside it. */
function Change({
  title,
  says,
  button,
  children,
  act,
}: {
  title: string;
  says: ReactNode;
  button: string;
  children: ReactNode;
  /** @returns what is told when it is done */
  act: (read: (name: string) => string) => Promise<string>;
}) {
  const [said, setSaid] = useState<{ words: string; isBad: boolean } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const submit = async (event: SyntheticEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const data = new FormData(form);
    setSaid(null);
    setBusy(true);
    try {
      const words = await act((name) => textOf({ value: data.get(name) }, 'value') ?? '');
      form.querySelectorAll<HTMLInputElement>('input[type=password]').forEach((field) => (field.value = ''));
      setSaid({ words, isBad: false });
    } catch (error) {
      setSaid({ words: messageOf(error), isBad: true });
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <p>{says}</p>
      <form onSubmit={(event) => void submit(event)}>
        {children}
        <PrimaryButton type="submit" isDisabled={isBusy}>
          {button}
        </PrimaryButton>
        <div role="status">{said && !said.isBad && said.words}</div>
        <div role="alert">{said?.isBad && <Alarm>{said.words}</Alarm>}</div>
      </form>
    </section>
  );
}

const Password = ({ label, name, isNew }: { label: string; name: string; isNew?: boolean }) => (
  <Field>
    {label}
    <input
      type="password"
      name={name}
      required
      maxLength={200}
      minLength={isNew ? 10 : undefined}
      autoComplete={isNew ? 'new-password' : 'current-password'}
    />
  </Field>
);

export function AccountScreen({ first, isOperator }: { first: Account; isOperator: boolean }) {
  const router = useRouter();
  const [account, setAccount] = useState(first);
  return (
    <Frame
      paper={false}
      current="account"
      tabs={homeTabs}
      foot={<SignOut />}
      top={
        <>
          <Strong>{account.name}</Strong>
          <span style={{ flex: 1 }} />
          <Muted $small>{account.email}</Muted>
        </>
      }
    >
      <Page>
        <h1>Your account</h1>
        {isOperator && (
          <p>
            You operate this installation: <Link href="/operator">How it is doing</Link>
          </p>
        )}
        <Change
          title="Name"
          says="Those you work with read it beside what you do."
          button="Keep it"
          act={async (read) => {
            const name = read('name').trim();
            await postJson('/api/auth/update-user', { name });
            setAccount((old) => ({ ...old, name }));
            router.refresh();
            return 'Kept.';
          }}
        >
          <Field>
            Your name
            <input name="name" defaultValue={account.name} required maxLength={100} autoComplete="name" />
          </Field>
        </Change>
        <Change
          title="Address"
          says={
            <>
              It is <Strong>{account.email}</Strong>. Another one is yours when the letter that goes there is answered.
            </>
          }
          button="Send the letter"
          act={async (read) => {
            const { sent } = await call('PUT /api/account/email', {
              body: { email: read('email'), password: read('password') },
            });
            return `A letter is on its way to ${sent}. Until it is answered nothing changes.`;
          }}
        >
          <Field>
            Another e-mail address
            <input type="email" name="email" required maxLength={254} autoComplete="email" />
          </Field>
          <Password label="Your password" name="password" />
        </Change>
        <Change
          title="Password"
          says="Setting another one signs you out everywhere else."
          button="Set it"
          act={async (read) => {
            await postJson('/api/auth/change-password', {
              currentPassword: read('current'),
              newPassword: read('next'),
            });
            setAccount(await call('GET /api/account', {}));
            return 'Set. You are signed in here alone.';
          }}
        >
          <Password label="The one you have" name="current" />
          <Password label="The next, at least 10 characters" name="next" isNew />
        </Change>
        <Sessions account={account} onChange={setAccount} />
        <section aria-label="Your data">
          <h2>Your data</h2>
          <p>Your account, and the quizzes of the workspaces that you own, as one file (JSON).</p>
          <p style={{ marginTop: 10 }}>
            <a href="/api/account/data.json" download style={{ fontWeight: 600, color: 'inherit' }}>
              Take it along
            </a>
          </p>
        </section>
        <Leave account={account} />
      </Page>
    </Frame>
  );
}

function Sessions({ account, onChange }: { account: Account; onChange: (account: Account) => void }) {
  const [trouble, setTrouble] = useState('');
  const end = (session: string) => {
    setTrouble('');
    call('DELETE /api/account/sessions/{session}', { session }).then(onChange, (error: unknown) =>
      setTrouble(messageOf(error)),
    );
  };
  return (
    <section aria-label="Where you are signed in">
      <h2>Where you are signed in</h2>
      <PlainList>
        {account.sessions.map(({ id, browser, from, since, isHere }) => (
          <li key={id}>
            <Mark kind={isHere ? 'yes' : 'maybe'} size={12} />
            <span>
              <Strong>{browser || 'An unknown browser'}</Strong> {isHere && '(here)'}{' '}
              <Muted $small suppressHydrationWarning>
                since {dayAndTime(since)}
                {from && `, from ${from}`}
              </Muted>
            </span>
            {!isHere && (
              <TextButton $danger aria-label={`Sign out ${browser || 'there'}`} onPress={() => end(id)}>
                Sign out there
              </TextButton>
            )}
          </li>
        ))}
      </PlainList>
      <div role="alert">{trouble && <Alarm>{trouble}</Alarm>}</div>
    </section>
  );
}

const fates = {
  goes: (quizzes: number) =>
    quizzes === 0
      ? 'goes with you; there is no quiz in it'
      : `goes with you, with ${quizzes === 1 ? 'its quiz' : `its ${quizzes} quizzes`} and all answers`,
  stays: () => 'stays with those who work there',
  'needs-owner': () => 'needs another owner first',
} as const;

function Leave({ account }: { account: Account }) {
  const isStuck = account.workspaces.some(({ fate }) => fate === 'needs-owner');
  const list = (
    <PlainList>
      {account.workspaces.map(({ id, name, quizzes, fate }) => (
        <li key={id}>
          <Mark kind={fate === 'stays' ? 'yes' : fate === 'goes' ? 'no' : 'maybe'} size={12} />
          <span>
            <Strong>{name}</Strong> {fates[fate](quizzes)}
          </span>
        </li>
      ))}
    </PlainList>
  );
  if (isStuck)
    return (
      <section aria-label="Leave for good">
        <h2>Leave for good</h2>
        {list}
        <p style={{ marginTop: 10 }}>
          Make somebody an owner on <Link href="/team">Team</Link> first; then you can leave.
        </p>
      </section>
    );
  return (
    <Change
      title="Leave for good"
      says="Your account goes at once, and cannot be brought back. Take your data along first."
      button="Leave for good"
      act={async (read) => {
        await call('POST /api/account/leave', { body: { password: read('password') } });
        window.location.assign('/');
        return 'Gone.';
      }}
    >
      <div style={{ flexBasis: '100%' }}>{list}</div>
      <Password label="Your password, to be sure" name="password" />
    </Change>
  );
}
