'use client';
/** What an invitation's address opens: who invites, to what, and the button that accepts it. */
import { Link } from '../../ui/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '../../contract/call';
import type { TeamRole } from '../../contract/team';
import { PrimaryButton } from '../../ui/controls';
import { Alarm } from '../../ui/text';
import { messageOf } from '../shared/trouble';
import { Door } from './sign-in';

type Props = {
  token: string;
  /** null where the address is none of ours */
  invitation: { workspace: string; by: string; email: string; role: TeamRole; isOver: boolean } | null;
  /** the address that somebody is signed in with */ signedInAs: string | null;
};

const may: Record<TeamRole, string> = {
  owner: 'do everything there',
  editor: 'write and publish there',
  reader: 'look at everything there and read the answers',
};

export function Join({ token, invitation, signedInAs }: Props) {
  const router = useRouter();
  const [trouble, setTrouble] = useState('');
  const accept = () =>
    void call('POST /api/team/join', { body: { token } }).then(
      () => {
        router.push('/quizzes');
        router.refresh();
      },
      (error: unknown) => setTrouble(messageOf(error)),
    );
  if (!invitation || invitation.isOver)
    return (
      <Door>
        <div className="inner">
          <h1>This invitation is over</h1>
          <p>
            It was taken back, accepted already, or is older than two weeks. Whoever invited you can send another one.
          </p>
        </div>
      </Door>
    );
  const { workspace, by, email, role } = invitation;
  const isTheirs = signedInAs?.toLowerCase() === email;
  return (
    <Door>
      <div className="inner">
        <h1>
          {by} invites you to {workspace}
        </h1>
        <p>You may {may[role]}.</p>
        {isTheirs ? (
          <PrimaryButton onPress={accept}>Come in</PrimaryButton>
        ) : (
          <p>
            It is for {email}. <Link href="/">Sign in</Link> with that address, or{' '}
            <Link href="/sign-up">make an account</Link> with it; then open the address of your letter once more.
          </p>
        )}
        <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      </div>
    </Door>
  );
}
