'use client';
/** Where one comes in: sign in, sign up, a new password. */
import { Link } from '../../ui/link';
import { type ReactNode, type SyntheticEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import styled from 'styled-components';
import { Field, PrimaryButton, TextButton } from '../../ui/controls';
import { Mark, Wordmark } from '../../ui/marks';
import { postJson } from '../../contract/call';

const Split = styled.div`
  min-height: 100vh;
  display: grid;
  grid-template-columns: minmax(280px, 5fr) 7fr;
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
  }
`;
const Ink = styled.div`
  background: var(--column);
  color: #fff;
  padding: 40px 48px;
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  gap: 48px;
  @media (max-width: 760px) {
    padding: 20px 24px;
  }
  h2 {
    font: 700 34px/1.15 var(--heading);
    text-wrap: balance;
  }
  ol {
    list-style: none;
    display: grid;
    gap: 10px;
    color: var(--on-column);
  }
  li {
    display: flex;
    gap: 10px;
    align-items: center;
  }
  @media (max-width: 760px) {
    h2,
    ol {
      display: none;
    }
  }
`;
const Sheet = styled.main`
  background: var(--paper);
  display: flex;
  align-items: center;
  padding: 48px clamp(24px, 8vw, 96px);
  form,
  .inner {
    width: min(400px, 100%);
    display: grid;
    gap: 16px;
  }
  h1 {
    font: 700 24px/1.2 var(--heading);
  }
  a {
    color: inherit;
    font-weight: 600;
  }
`;
const Wrong = styled.p`
  background: var(--brick-wash);
  color: var(--brick);
  padding: 8px 12px;
  font-weight: 600;
`;

export function Door({ children }: { children: ReactNode }) {
  return (
    <Split>
      <Ink>
        <Wordmark light />
        <div>
          <h2>Ask a few good questions. Know what every answer means.</h2>
        </div>
        <ol>
          <li>
            <Mark kind="yes" plain /> Write it like a page of notes
          </li>
          <li>
            <Mark kind="maybe" plain /> See who ends where before anybody does
          </li>
          <li>
            <Mark kind="not-yet" plain /> Put it on your site and read the answers
          </li>
        </ol>
      </Ink>
      <Sheet>{children}</Sheet>
    </Split>
  );
}

/** Once a letter is on its way: what it is for stands in it. */
function LetterSent({ children }: { children: ReactNode }) {
  return (
    <Door>
      <div className="inner" role="status">
        <h1>Look into your mail</h1>
        <p>{children}</p>
        <p>
          <Link href="/">Back to signing in</Link>
        </p>
      </div>
    </Door>
  );
}

/** Runs a form: one request at a time, its trouble told above the button. */
function useForm(work: (data: Record<string, string>) => Promise<void>) {
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  const submit = async (event: SyntheticEvent<HTMLFormElement>) => {
    event.preventDefault();
    const data = Object.fromEntries(
      [...new FormData(event.currentTarget)].map(([k, v]) => [k, typeof v === 'string' ? v : '']),
    );
    setBusy(true);
    setWrong('');
    try {
      await work(data);
    } catch (error) {
      setWrong(error instanceof Error ? error.message : 'That did not work just now.');
      setBusy(false);
    }
  };
  return { wrong, busy, submit };
}

const enter = () => window.location.assign('/quizzes');

export function SignIn({ demo }: { demo: boolean }) {
  const { wrong, busy, submit } = useForm(async ({ email, password }) => {
    await postJson('/api/auth/sign-in/email', { email, password });
    enter();
  });
  const [entering, setEntering] = useState(false);
  return (
    <Door>
      <Form onSubmit={(e) => void submit(e)}>
        <h1>Sign in</h1>
        {demo && (
          <div
            style={{
              borderLeft: '4px solid var(--saffron)',
              background: 'var(--saffron-wash)',
              padding: '12px 16px',
              display: 'grid',
              gap: 10,
            }}
          >
            <span>
              Have a look around first: the workspace of Slow Spoke, an outfitter of unhurried bicycle touring.
            </span>
            <PrimaryButton
              isDisabled={entering}
              onPress={() => {
                setEntering(true);
                void postJson('/api/demo', {}).then(enter, () => setEntering(false));
              }}
            >
              Enter as Wren of Slow Spoke
            </PrimaryButton>
          </div>
        )}
        <Field>
          E-mail
          <input name="email" type="email" autoComplete="email" required />
        </Field>
        <Field>
          Password
          <input name="password" type="password" autoComplete="current-password" required />
        </Field>
        <div role="alert">{wrong && <Wrong>{wrong}</Wrong>}</div>
        <PrimaryButton type="submit" isDisabled={busy}>
          Sign in
        </PrimaryButton>
        <p>
          <Link href="/forgot">I forgot my password</Link>
        </p>
        <p>
          New here? <Link href="/sign-up">Make an account</Link>
        </p>
      </Form>
    </Door>
  );
}

export function SignUp() {
  const [sent, setSent] = useState('');
  const { wrong, busy, submit } = useForm(async ({ name, email = '', password }) => {
    await postJson('/api/auth/sign-up/email', { name, email, password, callbackURL: '/quizzes' });
    setSent(email);
  });
  if (sent)
    return (
      <LetterSent>
        A letter to {sent} is on its way. The address in it opens your account; it works for a day, and you can leave
        this page.
      </LetterSent>
    );
  return (
    <Door>
      <Form onSubmit={(e) => void submit(e)}>
        <h1>Make an account</h1>
        <Field>
          Your name
          <input name="name" autoComplete="name" required maxLength={100} />
        </Field>
        <Field>
          E-mail
          <input name="email" type="email" autoComplete="email" required />
        </Field>
        <Field>
          Password, at least 10 characters
          <input name="password" type="password" autoComplete="new-password" required minLength={10} />
        </Field>
        <div role="alert">{wrong && <Wrong>{wrong}</Wrong>}</div>
        <PrimaryButton type="submit" isDisabled={busy}>
          Make my account
        </PrimaryButton>
        <p>
          Have one already? <Link href="/">Sign in</Link>
        </p>
      </Form>
    </Door>
  );
}

export function Forgot() {
  const [sent, setSent] = useState('');
  const { wrong, busy, submit } = useForm(async ({ email = '' }) => {
    await postJson('/api/auth/request-password-reset', { email, redirectTo: '/reset' });
    setSent(email);
  });
  if (sent)
    return (
      <LetterSent>
        If {sent} has an account here, a letter with an address to set a new password is on its way. It works for an
        hour.
      </LetterSent>
    );
  return (
    <Door>
      <Form onSubmit={(e) => void submit(e)}>
        <h1>Set a new password</h1>
        <Field>
          The e-mail address of your account
          <input name="email" type="email" autoComplete="email" required />
        </Field>
        <div role="alert">{wrong && <Wrong>{wrong}</Wrong>}</div>
        <PrimaryButton type="submit" isDisabled={busy}>
          Send me a letter
        </PrimaryButton>
        <p>
          <Link href="/">Back to signing in</Link>
        </p>
      </Form>
    </Door>
  );
}

export function Reset() {
  const { wrong, busy, submit } = useForm(async ({ password }) => {
    const token = new URLSearchParams(window.location.search).get('token') ?? '';
    await postJson('/api/auth/reset-password', { newPassword: password, token });
    window.location.assign('/');
  });
  return (
    <Door>
      <Form onSubmit={(e) => void submit(e)}>
        <h1>Your new password</h1>
        <Field>
          New password, at least 10 characters
          <input name="password" type="password" autoComplete="new-password" required minLength={10} />
        </Field>
        <div role="alert">
          {wrong && (
            <Wrong>
              {wrong}. <Link href="/forgot">Ask for another letter</Link>
            </Wrong>
          )}
        </div>
        <PrimaryButton type="submit" isDisabled={busy}>
          Keep this password
        </PrimaryButton>
      </Form>
    </Door>
  );
}

/** Who is signed in; leads to their account. */
export const OwnName = ({ name }: { name: string }) => (
  <Link href="/account" aria-label={`Your account, ${name}`} style={{ color: 'var(--ink-2)', fontSize: 13 }}>
    {name}
  </Link>
);

/** Signs out and goes to the door. */
export const SignOut = () => (
  <TextButton
    $weight={500}
    onPress={() => void postJson('/api/auth/sign-out', {}).then(() => window.location.assign('/'))}
  >
    Sign out
  </TextButton>
);
