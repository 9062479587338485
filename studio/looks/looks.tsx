'use client';
/** The looks of a workspace: which quizzes wear each, given to many at once, named anew, taken out. */
import { useState } from 'react';
import { Link } from '../../ui/link';
import styled from 'styled-components';
import { call } from '../../contract/call';
import { PrimaryButton, TextButton, Toggle } from '../../ui/controls';
import { Alarm, Faint, Muted, Strong } from '../../ui/text';
import { SignOut } from '../account/sign-in';
import { HomePage } from '../shared/home-page';
import { NameIt } from '../shared/name-dialog';
import { Thumbnail } from '../shared/thumbnail';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { type Looks, useLooks } from '../shared/use-looks';
import { Frame, homeTabs } from '../shell/frame';

type KeptLook = Looks['looks'][number];

const Page = styled(HomePage)`
  section {
    display: grid;
    grid-template-columns: 92px minmax(0, 1fr);
    gap: 8px 24px;
  }
  section > :nth-child(n + 2) {
    grid-column: 2;
  }
  section > :first-child {
    grid-row: 1 / span 6;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    align-items: center;
  }
  .quizzes {
    list-style: none;
    display: grid;
    gap: 4px;
    margin-bottom: 10px;
  }
  a {
    color: inherit;
  }
`;

export function LooksScreen({ first, mayChange }: { first: Looks; mayChange: boolean }) {
  const { looks, trouble, ask, setTrouble } = useLooks(first);
  const [told, setTold] = useState('');
  const act = async (work: () => Promise<string>) => {
    setTold('');
    try {
      setTold(await work());
      await ask();
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  const all = looks ?? first;
  return (
    <Frame paper={false} current="looks" tabs={homeTabs} foot={<SignOut />} top={<Strong>Looks</Strong>}>
      <Page>
        <h1>Looks</h1>
        <p>
          <Muted>
            What many quizzes wear, kept in one place. One is kept under Style, in a quiz that wears it. Quizzes that
            are live change with their next edition.
          </Muted>
        </p>
        <div role="status">{told && <p>{told}</p>}</div>
        <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
        {all.looks.length === 0 && (
          <p style={{ marginTop: 20 }}>
            None is kept yet. Open a quiz, go to <Strong>Style</Strong>, and press “Keep this one”.
          </p>
        )}
        {all.looks.map((look) => (
          <OneLook key={look.id} look={look} quizzes={all.quizzes} mayChange={mayChange} act={act} />
        ))}
      </Page>
    </Frame>
  );
}

function OneLook({
  look,
  quizzes,
  mayChange,
  act,
}: {
  look: KeptLook;
  quizzes: Looks['quizzes'];
  mayChange: boolean;
  act: (work: () => Promise<string>) => Promise<void>;
}) {
  const [isGiving, setGiving] = useState(false);
  const { id, name, worn } = look;
  return (
    <section aria-label={name}>
      <Thumbnail look={look.look} name={id} />
      <h2>{name}</h2>
      <div>
        {worn.length === 0 ? (
          <Muted>No quiz wears it.</Muted>
        ) : (
          <>
            Worn by{' '}
            {worn.map(({ quiz, title, isOwn }, i) => (
              <span key={quiz}>
                {i > 0 && ', '}
                <Link href={`/quizzes/${quiz}/style`}>{title || 'a quiz without a title'}</Link>
                {isOwn && <Muted> (gone its own way)</Muted>}
              </span>
            ))}
            .
          </>
        )}
      </div>
      <Faint as="p" $small suppressHydrationWarning>
        Changed {dayAndTime(look.changedAt)} by {look.changedBy}
      </Faint>
      {mayChange && (
        <div className="acts">
          <TextButton aria-expanded={isGiving} onPress={() => setGiving(!isGiving)}>
            Give it to quizzes
          </TextButton>
          <NameIt
            ask="Named"
            label={`New name of ${name}`}
            onName={(to) =>
              void act(async () => {
                await call('PUT /api/looks/{look}', { look: id, body: { name: to } });
                return `It is called “${to}” now.`;
              })
            }
          >
            Name it anew
          </NameIt>
          <TextButton
            $danger
            aria-label={`Take ${name} out`}
            onPress={() =>
              void act(async () => {
                await call('DELETE /api/looks/{look}', { look: id });
                return `“${name}” is out. Quizzes keep what they wear.`;
              })
            }
          >
            Take it out
          </TextButton>
        </div>
      )}
      {isGiving && (
        <Give
          look={look}
          quizzes={quizzes}
          onGive={(chosen) => {
            setGiving(false);
            void act(async () => {
              const { changed } = await call('POST /api/looks/{look}/worn', { look: id, body: { quizzes: chosen } });
              return changed === 1 ? `One quiz wears “${name}” now.` : `${changed} more quizzes wear “${name}” now.`;
            });
          }}
        />
      )}
    </section>
  );
}

function Give({
  look,
  quizzes,
  onGive,
}: {
  look: KeptLook;
  quizzes: Looks['quizzes'];
  onGive: (quizzes: string[]) => void;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const left = quizzes.filter(({ id }) => !look.worn.some(({ quiz, isOwn }) => quiz === id && !isOwn));
  const toggle = (id: string, isOn: boolean) => {
    const next = new Set(chosen);
    if (isOn) next.add(id);
    else next.delete(id);
    setChosen(next);
  };
  if (left.length === 0) return <Muted as="p">All of them wear it.</Muted>;
  return (
    <div>
      <ul className="quizzes" aria-label={`Quizzes to give ${look.name} to`}>
        {left.map(({ id, title }) => (
          <li key={id}>
            <Toggle selected={chosen.has(id)} onChange={(isOn) => toggle(id, isOn)}>
              {title || 'A quiz without a title'}
            </Toggle>
          </li>
        ))}
      </ul>
      <PrimaryButton isDisabled={chosen.size === 0} onPress={() => onGive([...chosen])}>
        {chosen.size === 0
          ? 'Choose quizzes first'
          : chosen.size === 1
            ? 'Give it to one quiz'
            : `Give it to ${chosen.size} quizzes`}
      </PrimaryButton>
    </div>
  );
}
