'use client';
/** What a link opens that gives a copy of a quiz away. */
import { Link } from '../../ui/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '../../contract/call';
import { PrimaryButton } from '../../ui/controls';
import { Alarm } from '../../ui/text';
import { messageOf } from '../shared/trouble';
import { Door } from './sign-in';

type Props = {
  giftKey: string;
  /** null where the link gives nothing any more */
  gift: { title: string; description: string; questions: number; by: string } | null;
  /** of whoever is signed in */ workspace: string | null;
};

export function TakeCopy({ giftKey, gift, workspace }: Props) {
  const router = useRouter();
  const [trouble, setTrouble] = useState('');
  const [isBusy, setBusy] = useState(false);
  const take = () => {
    setBusy(true);
    call('POST /api/copies', { body: { key: giftKey } }).then(
      ({ quiz }) => router.push(`/quizzes/${quiz}/write`),
      (error: unknown) => {
        setTrouble(messageOf(error));
        setBusy(false);
      },
    );
  };
  if (!gift)
    return (
      <Door>
        <div className="inner">
          <h1>This link gives no copy any more</h1>
          <p>Whoever sent it has stopped giving the quiz away. They can make another link.</p>
        </div>
      </Door>
    );
  const { title, description, questions, by } = gift;
  return (
    <Door>
      <div className="inner">
        <h1>{by} gives you a quiz</h1>
        <p>
          <b>{title || 'A quiz without a title'}</b>, {questions === 1 ? 'one question' : `${questions} questions`}
        </p>
        {description && <p>{description}</p>}
        <p>You get a copy of your own. What you change in it changes nothing in theirs.</p>
        {workspace === null ? (
          <p>
            <Link href="/">Sign in</Link> or <Link href="/sign-up">make an account</Link>; then open this link once
            more.
          </p>
        ) : (
          <PrimaryButton isDisabled={isBusy} onPress={take}>
            Put a copy into {workspace}
          </PrimaryButton>
        )}
        <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      </div>
    </Door>
  );
}
