'use client';
/** Addresses of other systems that are told what happens (webhooks): set up here, with what came of each message. */
import { type SyntheticEvent, useState } from 'react';
import { HAPPENINGS, type Happening } from '../../core/connections/happenings';
import { call } from '../../contract/call';
import type { WebhookLine, Webhooks } from '../../contract/connections';
import { Choose, Field, PrimaryButton, TextButton, Toggle } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Inline, Muted, Strong } from '../../ui/text';
import { Copy } from '../shared/code';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import type { QuizName } from './page';
import { Messages } from './messages';

const kinds = Object.entries(HAPPENINGS) as [Happening, string][];
const wordsOf: Record<Happening, string> = {
  'run.started': 'begins',
  'run.finished': 'finishes',
  'contact.left': 'leaves an address',
  'consent.withdrawn': 'wants no more letters',
  'review.done': 'has been marked',
  'edition.published': 'an edition goes live',
};

type Act = (work: () => Promise<Webhooks>, done?: string) => Promise<boolean>;

export function Told({
  first,
  quizzes,
  isOwner,
  receiver,
}: {
  first: Webhooks;
  quizzes: QuizName[];
  isOwner: boolean;
  receiver: string | null;
}) {
  const [webhooks, setWebhooks] = useState(first.webhooks);
  const [trouble, setTrouble] = useState('');
  const [said, setSaid] = useState('');
  const act: Act = async (work, done = '') => {
    setTrouble('');
    setSaid('');
    try {
      setWebhooks((await work()).webhooks);
      setSaid(done);
      return true;
    } catch (error) {
      setTrouble(messageOf(error));
      return false;
    }
  };
  return (
    <section aria-label="Who is told">
      <h2>Who is told</h2>
      <p>
        Another system of yours, a till or a list of customers, is told what happens as it happens. Each message is
        signed, and sent again for three days until it has arrived.
      </p>
      <ul>
        {webhooks.map((one) => (
          <Address key={one.id} one={one} quizzes={quizzes} isOwner={isOwner} act={act} />
        ))}
      </ul>
      {isOwner && <Add act={act} receiver={webhooks.length === 0 ? receiver : null} />}
      {!isOwner && webhooks.length === 0 && <p>Nobody yet. An owner of the workspace can add an address.</p>}
      <div role="status">{said && <p>{said}</p>}</div>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </section>
  );
}

const stateOf = ({ off, failingSince }: WebhookLine): { mark: 'yes' | 'maybe' | 'no' | 'not-yet'; words: string } => {
  if (off?.because === 'hand') return { mark: 'not-yet', words: `off since ${dayAndTime(off.at)}` };
  if (off?.because === 'gone')
    return { mark: 'no', words: `off: it said on ${dayAndTime(off.at)} that it wants no more` };
  if (off) return { mark: 'no', words: `off: it took nothing for three days, until ${dayAndTime(off.at)}` };
  if (failingSince) return { mark: 'maybe', words: `takes nothing since ${dayAndTime(failingSince)}` };
  return { mark: 'yes', words: 'on' };
};

const heardBy = ({ happenings, quizzes }: WebhookLine, names: QuizName[]): string => {
  const what =
    happenings.length === kinds.length ? 'everything' : happenings.map((kind) => wordsOf[kind]).join(', ') || 'nothing';
  const of =
    quizzes === null
      ? 'every quiz'
      : quizzes.length === 1
        ? (names.find(({ id }) => id === quizzes[0])?.title ?? 'one quiz')
        : `${quizzes.length} quizzes`;
  return `${happenings.length === kinds.length ? 'Hears everything' : `Hears when somebody ${what}`}, of ${of}.`;
};

function Address({
  one,
  quizzes,
  isOwner,
  act,
}: {
  one: WebhookLine;
  quizzes: QuizName[];
  isOwner: boolean;
  act: Act;
}) {
  const [isOpen, setOpen] = useState(false);
  const { mark, words } = stateOf(one);
  const { host } = new URL(one.url);
  return (
    <li className="entry">
      <Mark kind={mark} size={12} />
      <div>
        <Strong>{one.url}</Strong>{' '}
        <Muted $small suppressHydrationWarning>
          {words}
        </Muted>
        <p>{heardBy(one, quizzes)}</p>
        {one.waiting > 0 && <Muted>{one.waiting === 1 ? '1 message waits. ' : `${one.waiting} messages wait. `}</Muted>}
        {one.failed > 0 && (
          <Alarm>{one.failed === 1 ? '1 message was given up.' : `${one.failed} messages were given up.`}</Alarm>
        )}
      </div>
      {isOwner && (
        <TextButton
          aria-label={`${isOpen ? 'Close' : 'Look at'} ${host}`}
          aria-expanded={isOpen}
          onPress={() => setOpen(!isOpen)}
        >
          {isOpen ? 'Close' : 'Look closer'}
        </TextButton>
      )}
      {isOpen && (
        <div className="wide">
          <Settings one={one} quizzes={quizzes} act={act} />
          <Messages webhook={one.id} host={host} onNews={() => void act(() => call('GET /api/webhooks', {}))} />
        </div>
      )}
    </li>
  );
}

function Settings({ one, quizzes, act }: { one: WebhookLine; quizzes: QuizName[]; act: Act }) {
  const change = (body: Parameters<typeof call<'PUT /api/webhooks/{webhook}'>>[1]['body']) =>
    void act(() => call('PUT /api/webhooks/{webhook}', { webhook: one.id, body }));
  const [sure, setSure] = useState(false);
  return (
    <div className="settings">
      <fieldset>
        <legend>It hears</legend>
        {kinds.map(([kind, says]) => (
          <Toggle
            key={kind}
            selected={one.happenings.includes(kind)}
            onChange={(isOn) => {
              const happenings = kinds.map(([k]) => k).filter((k) => (k === kind ? isOn : one.happenings.includes(k)));
              if (happenings.length > 0) change({ happenings });
            }}
          >
            {says} <Muted $small>{kind}</Muted>
          </Toggle>
        ))}
      </fieldset>
      <Inline>
        of{' '}
        <Choose
          label="Of which quizzes"
          value={one.quizzes === null ? 'all' : 'some'}
          options={[
            { id: 'all', label: 'every quiz' },
            { id: 'some', label: 'chosen quizzes' },
          ]}
          onChange={(to) => change({ quizzes: to === 'all' ? null : [] })}
        />
      </Inline>
      {one.quizzes !== null && (
        <fieldset>
          <legend>These quizzes</legend>
          {quizzes.map(({ id, title }) => (
            <Toggle
              key={id}
              selected={one.quizzes?.includes(id) ?? false}
              onChange={(isOn) => {
                const others = (one.quizzes ?? []).filter((quiz) => quiz !== id);
                change({ quizzes: isOn ? [...others, id] : others });
              }}
            >
              {title}
            </Toggle>
          ))}
        </fieldset>
      )}
      <Secret webhook={one.id} />
      <p className="presses">
        <TextButton onPress={() => change({ isOn: one.off !== null })}>
          {one.off ? 'Switch it on again' : 'Switch it off'}
        </TextButton>
        {sure ? (
          <>
            <TextButton
              $danger
              onPress={() => void act(() => call('DELETE /api/webhooks/{webhook}', { webhook: one.id }), 'It is gone.')}
            >
              Take it away with its log
            </TextButton>
            <TextButton autoFocus onPress={() => setSure(false)}>
              Keep it
            </TextButton>
          </>
        ) : (
          <TextButton $danger onPress={() => setSure(true)}>
            Take it away
          </TextButton>
        )}
      </p>
    </div>
  );
}

/** What messages are signed with: shown when somebody asks for it. */
function Secret({ webhook }: { webhook: string }) {
  const [secret, setSecret] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const [said, setSaid] = useState('');
  const ask = async (endpoint: 'GET /api/webhooks/{webhook}/secret' | 'POST /api/webhooks/{webhook}/secret') => {
    setTrouble('');
    setSaid('');
    try {
      setSecret((await call(endpoint, { webhook })).secret);
      if (endpoint.startsWith('POST')) setSaid('The one before signs too until tomorrow, so that nothing is refused.');
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  return (
    <div>
      <p>The receiver knows by the secret that a message is yours.</p>
      {secret !== null && (
        <p>
          <code style={{ userSelect: 'all', overflowWrap: 'anywhere' }}>{secret}</code>
        </p>
      )}
      <p className="presses">
        {secret === null ? (
          <TextButton onPress={() => void ask('GET /api/webhooks/{webhook}/secret')}>Show the secret</TextButton>
        ) : (
          <>
            <Copy text={secret} what="the secret" />
            <TextButton onPress={() => void ask('POST /api/webhooks/{webhook}/secret')}>Make a new one</TextButton>
          </>
        )}
      </p>
      <div role="status">{said && <p>{said}</p>}</div>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
    </div>
  );
}

const AT_FIRST: Happening[] = ['run.finished', 'contact.left', 'consent.withdrawn'];
function Add({ act, receiver }: { act: Act; receiver: string | null }) {
  const [url, setUrl] = useState('');
  const add = (event: SyntheticEvent) => {
    event.preventDefault();
    void act(
      () => call('POST /api/webhooks', { body: { url: url.trim(), happenings: AT_FIRST, quizzes: null } }),
      'It is told from now on. Look closer to choose what it hears, and to send a test.',
    ).then((isDone) => isDone && setUrl(''));
  };
  return (
    <form onSubmit={add}>
      <Field>
        Tell this address
        <input
          required
          maxLength={2_000}
          spellCheck={false}
          autoCapitalize="none"
          inputMode="url"
          placeholder="https://till.slowspoke.test/hear"
          value={url}
          onChange={(e) => setUrl(e.target.value)}
        />
      </Field>
      <PrimaryButton type="submit">Add it</PrimaryButton>
      {receiver && (
        <Muted $small as="p" style={{ flexBasis: '100%' }}>
          In this demo a till listens at <code>{receiver}</code>
        </Muted>
      )}
    </form>
  );
}
