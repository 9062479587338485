'use client';
/** Who works here, what each may do, and who is invited. */
import { useRouter } from 'next/navigation';
import { type SyntheticEvent, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { HostNames as Hosts } from '../../contract/hosts';
import type { Team, TeamRole } from '../../contract/team';
import { Choose, Field, PrimaryButton, TextButton } from '../../ui/controls';
import { Link } from '../../ui/link';
import { Mark } from '../../ui/marks';
import { Alarm, Inline, Muted, Strong } from '../../ui/text';
import { OwnName, SignOut } from '../account/sign-in';
import { Frame, homeTabs } from '../shell/frame';
import { HostNames } from './host-names';
import { Limit } from './limit';
import { HomePage } from '../shared/home-page';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';

const Page = styled(HomePage)`
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
  section > p > a {
    color: inherit;
    font-weight: 600;
    display: inline-block;
    min-height: 24px;
  }
  form > div {
    line-height: 34px;
  }
  [role='status'] p,
  [role='alert'] p {
    margin-top: 8px;
  }
  @media (max-width: 600px) {
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

export function TeamScreen({ first, hosts, name }: { first: Team; hosts: Hosts; name: string }) {
  const router = useRouter();
  const [team, setTeam] = useState(first);
  const { act, told } = useActing(setTeam);
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
          <OwnName name={name} />
        </>
      }
    >
      <Page>
        <h1>Team</h1>
        <section aria-label="Who is here">
          <h2>Who is here</h2>
          {told}
          <ul>
            {team.people.map((person) => (
              <Person key={person.id} team={team} person={person} act={act} onGo={() => void sendAway(person)} />
            ))}
          </ul>
        </section>
        {isOwner && <Invite setTeam={setTeam} />}
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
        <section aria-label="Connections">
          <h2>Connections</h2>
          <p>Other systems that are told what happens, and programs that may ask.</p>
          <p>
            <Link href="/team/connections">Look at connections</Link>
          </p>
        </section>
        <HostNames first={hosts} isOwner={isOwner} />
        {team.workspaces.length > 1 && <Workspaces team={team} />}
      </Page>
    </Frame>
  );
}

type PersonProps = {
  team: Team;
  person: Team['people'][number];
  act: ReturnType<typeof useActing>['act'];
  onGo: () => void;
};
function Person({ team, person, act, onGo }: PersonProps) {
  const isOwner = team.role === 'owner';
  return (
    <li>
      <Mark kind={person.role === 'reader' ? 'maybe' : 'yes'} size={12} />
      <span>
        <Strong>{person.name}</Strong> {person.isYou && '(you)'} <Muted $small>{person.email}</Muted>
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
      {(isOwner || person.isYou) && <Departure person={person} onGo={onGo} />}
      {person.role !== 'owner' && (
        <Limit
          person={person}
          quizzes={team.quizzes}
          {...(isOwner && {
            onChange: (quizzes: string[] | null) =>
              void act(() => call('PUT /api/team/people/{person}/quizzes', { person: person.id, body: { quizzes } })),
          })}
        />
      )}
    </li>
  );
}

/** Does one thing to the team, and tells where it was asked for what came of it. */
function useActing(setTeam: (team: Team) => void) {
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
  const told = (
    <>
      <div role="status">{said && <p>{said}</p>}</div>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </>
  );
  return { act, told };
}

/** Sends somebody away, or oneself. Only an invitation brings them back, so it asks once. */
function Departure({ person, onGo }: { person: Team['people'][number]; onGo: () => void }) {
  const [asks, setAsks] = useState<boolean | null>(null);
  const words = person.isYou
    ? { go: 'Leave', all: 'Leave this workspace', sure: 'Leave for good', stay: 'Stay' }
    : { go: 'Send away', all: `Send ${person.name} away`, sure: 'Away for good', stay: 'Keep' };
  if (!asks)
    return (
      <TextButton $danger autoFocus={asks === false} aria-label={words.all} onPress={() => setAsks(true)}>
        {words.go}
      </TextButton>
    );
  const answer = (isSure: boolean) => {
    setAsks(false);
    if (isSure) onGo();
  };
  return (
    <span style={{ display: 'inline-flex', flexWrap: 'wrap', gap: 16 }}>
      <TextButton $danger onPress={() => answer(true)}>
        {words.sure}
      </TextButton>
      <TextButton autoFocus onPress={() => answer(false)}>
        {words.stay}
      </TextButton>
    </span>
  );
}

function Invite({ setTeam }: { setTeam: (team: Team) => void }) {
  const { act, told } = useActing(setTeam);
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
      {told}
    </section>
  );
}

function Workspaces({ team }: { team: Team }) {
  const router = useRouter();
  const [trouble, setTrouble] = useState('');
  const go = async (workspace: string) => {
    try {
      await call('POST /api/team/choose', { body: { workspace } });
      router.push('/quizzes');
      router.refresh();
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  return (
    <section aria-label="Your workspaces">
      <h2>Your workspaces</h2>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      <ul>
        {team.workspaces.map(({ id, name, isHere }) => (
          <li key={id}>
            <Mark kind={isHere ? 'yes' : 'not-yet'} size={12} />
            <Strong>{name}</Strong>
            {isHere ? (
              <Muted>you are here</Muted>
            ) : (
              <TextButton aria-label={`Work in ${name}`} onPress={() => void go(id)}>
                Work there
              </TextButton>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
