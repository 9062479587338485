'use client';
/** Who works here, what each may do, and who is invited. */
import { useRouter } from 'next/navigation';
import { type SyntheticEvent, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Team, TeamRole } from '../../contract/team';
import { Choose, Field, PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Inline, Muted, Strong } from '../../ui/text';
import { SignOut } from '../account/sign-in';
import { Frame, homeTabs } from '../shell/frame';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';

const Page = styled.div`
  padding: 20px 24px 64px;
  max-width: 760px;
  h1 {
    font: 700 34px/1.2 var(--heading);
  }
  h2 {
    font: 700 24px/1.25 var(--heading);
    margin-bottom: 8px;
  }
  section {
    border-top: 1px solid var(--ink);
    padding-top: 14px;
    margin-top: 28px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr) auto auto;
    gap: 4px 16px;
    align-items: center;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 20px;
    align-items: end;
    margin-top: 12px;
  }
  form label {
    flex: 1 1 240px;
  }
  @media (max-width: 600px) {
    padding: 16px;
    li {
      grid-template-columns: 20px minmax(0, 1fr);
    }
    li > :nth-child(n + 3) {
      grid-column: 2;
      justify-self: start;
    }
  }
`;

const roles: { id: TeamRole; label: string }[] = [
  { id: 'owner', label: 'may do everything' },
  { id: 'editor', label: 'may write and publish' },
  { id: 'reader', label: 'may look, and read the answers' },
];
const wordsOf = (role: TeamRole) => roles.find(({ id }) => id === role)?.label ?? '';

export function TeamScreen({ first, name }: { first: Team; name: string }) {
  const router = useRouter();
  const [team, setTeam] = useState(first);
  const [trouble, setTrouble] = useState('');
  const [said, setSaid] = useState('');
  const act = async (work: () => Promise<Team>, done = '') => {
    setTrouble('');
    setSaid('');
    try {
      setTeam(await work());
      setSaid(done);
      return true;
    } catch (error) {
      setTrouble(messageOf(error));
      return false;
    }
  };
  const sendAway = (person: Team['people'][number]) =>
    act(async () => {
      const { left } = await call('DELETE /api/team/people/{person}', { person: person.id });
      if (!left) return call('GET /api/team', {});
      router.push('/quizzes');
      router.refresh();
      return team;
    }, `${person.name} is gone.`);
  const isOwner = team.role === 'owner';
  return (
    <Frame
      paper={false}
      current="team"
      tabs={homeTabs}
      foot={<SignOut />}
      top={
        <>
          <Strong>{team.workspace}</Strong>
          <span style={{ flex: 1 }} />
          <Muted $small>{name}</Muted>
        </>
      }
    >
      <Page>
        <h1>Team</h1>
        <div role="status">{said && <p>{said}</p>}</div>
        <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
        <section aria-label="Who is here">
          <h2>Who is here</h2>
          <ul>
            {team.people.map((person) => (
              <li key={person.id}>
                <Mark kind={person.role === 'reader' ? 'maybe' : 'yes'} size={12} />
                <span>
                  <Strong>{person.name}</Strong> {person.isYou && 'that is you'} <Muted $small>{person.email}</Muted>
                </span>
                {isOwner ? (
                  <Choose
                    label={`What ${person.name} may do`}
                    value={person.role}
                    options={roles}
                    onChange={(role) =>
                      void act(() => call('PUT /api/team/people/{person}', { person: person.id, body: { role } }))
                    }
                  />
                ) : (
                  <span>{wordsOf(person.role)}</span>
                )}
                {(isOwner || person.isYou) && (
                  <TextButton
                    $danger
                    aria-label={person.isYou ? 'Leave this workspace' : `Send ${person.name} away`}
                    onPress={() => void sendAway(person)}
                  >
                    {person.isYou ? 'Leave' : 'Send away'}
                  </TextButton>
                )}
              </li>
            ))}
          </ul>
        </section>
        {isOwner && <Invite act={act} />}
        {team.invited.length > 0 && (
          <section aria-label="Who is invited">
            <h2>Who is invited</h2>
            <ul>
              {team.invited.map(({ id, email, role, by, expires, isSeen }) => (
                <li key={id}>
                  <Mark kind="not-yet" size={12} />
                  <span>
                    <Strong>{email}</Strong>{' '}
                    <Muted $small suppressHydrationWarning>
                      by {by}, {isSeen ? 'seen, ' : ''}good until {dayAndTime(expires)}
                    </Muted>
                  </span>
                  <span>{wordsOf(role)}</span>
                  {isOwner && (
                    <TextButton
                      $danger
                      aria-label={`Take the invitation of ${email} back`}
                      onPress={() =>
                        void act(() => call('DELETE /api/team/invitations/{invitation}', { invitation: id }))
                      }
                    >
                      Take back
                    </TextButton>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        {team.workspaces.length > 1 && <Workspaces team={team} />}
      </Page>
    </Frame>
  );
}

type Act = (work: () => Promise<Team>, done?: string) => Promise<boolean>;

function Invite({ act }: { act: Act }) {
  const [email, setEmail] = useState('');
  const [role, setRole] = useState<TeamRole>('editor');
  const invite = (event: SyntheticEvent) => {
    event.preventDefault();
    void act(
      () => call('POST /api/team/invitations', { body: { email, role } }),
      `A letter is on its way to ${email}.`,
    ).then((isDone) => isDone && setEmail(''));
  };
  return (
    <section aria-label="Invite somebody">
      <h2>Invite somebody</h2>
      <p>They get a letter whose address lets them in. It works for two weeks, and once.</p>
      <form onSubmit={invite}>
        <Field>
          E-mail
          <input type="email" required maxLength={254} value={email} onChange={(e) => setEmail(e.target.value)} />
        </Field>
        <Inline>
          They <Choose label="What they may do" value={role} options={roles} onChange={setRole} />
        </Inline>
        <PrimaryButton type="submit">Invite them</PrimaryButton>
      </form>
    </section>
  );
}

function Workspaces({ team }: { team: Team }) {
  const router = useRouter();
  const go = (workspace: string) =>
    void call('POST /api/team/choose', { body: { workspace } }).then(() => {
      router.push('/quizzes');
      router.refresh();
    });
  return (
    <section aria-label="Your workspaces">
      <h2>Your workspaces</h2>
      <ul>
        {team.workspaces.map(({ id, name, isHere }) => (
          <li key={id}>
            <Mark kind={isHere ? 'yes' : 'not-yet'} size={12} />
            <Strong>{name}</Strong>
            {isHere ? (
              <Muted>you are here</Muted>
            ) : (
              <TextButton aria-label={`Work in ${name}`} onPress={() => go(id)}>
                Work there
              </TextButton>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
