'use client';
/** The visitor's pass through a quiz: every step is decided by the server; the browser keeps a token and what is being filled in. */
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import type { Standing } from '../contract/visits';
import type { Dress } from '../core/look/dress';
import type { Door } from '../core/access/door';
import { useHostPage } from './session/host-page';
import { Clock } from './clock';
import type { Spoken } from './languages';
import type { Key } from './languages/phrases';
import { DressedIn } from './look/dressed';
import { PageView } from './page/page-view';
import { opening, pageOf, type State, type Trouble } from './session/state';
import { inAnother, useSession } from './session/use-session';
import { answersIn, goFrom } from './questions/values';
import { wordsOf } from './languages/say';
import { SpokenIn, useWords } from './languages/words';

// Few visitors stand at a door: the others do not load it.
const DoorPanel = lazy(() => import('./page/door').then((module) => ({ default: module.DoorPanel })));

/** The languages of a quiz that is in several, and whether visitors may choose. */
export type OfLanguages = { all: { id: string; name: string }[]; isOffered: boolean };

type Props = {
  address: string;
  first: Standing;
  /** How it looks. */
  dress: Dress;
  /** What the quiz takes from the address of the page, or of the page around it. */
  asks: readonly string[];
  spoken: Spoken;
  languages?: OfLanguages;
  /** The run that a browser without scripts is in, and what is to be said to it. */
  run?: { ticket: string; explained: boolean; trouble: Key | null };
  /** The door that every new visitor meets. */
  door?: Door;
  /** What is to be said on the first page. */
  told?: Key;
  /** Where visitors come from is kept. */
  keepsPage?: boolean;
  /** Somebody tries it, and nothing of it counts. */
  isTrial?: boolean;
  /** What stands in the address. */
  params?: Record<string, string>;
};

export function TakeQuiz({
  address,
  first,
  dress: own,
  asks,
  spoken,
  languages,
  run,
  told,
  door,
  params = {},
  ...kept
}: Props) {
  const { isTrial = false, keepsPage = false } = kept;
  const words = useMemo(() => wordsOf(spoken), [spoken]);
  const explained = run?.explained ? first.view.explained : undefined;
  const start = (): State => {
    const state = opening(first, run?.trouble ?? told ?? null, explained);
    return door ? { ...state, is: 'blocked', door } : state;
  };
  const { state, session } = useSession(
    { address, asks, keepsPage, isTrial, languages: languages?.all },
    start,
    words.say,
  );
  const { standing, values, trouble, until } = state;
  const { view, clock } = standing;
  const page = pageOf(state);
  const isEmbedded = useHostPage(view.page?.id);
  const dress = useFollowing(own, isEmbedded);
  const timeIsUp = () =>
    void session.send({ do: 'time', of: clock?.of ?? 'page', page, answers: answersIn(view, values) });
  return (
    <DressedIn value={dress}>
      {dress.css && <style>{dress.css}</style>}
      <SpokenIn value={words}>
        <main className="v-page" {...dress.attributes} style={dress.style} data-embedded={isEmbedded ? '' : undefined}>
          {isTrial && <p className="v-trial">{words.say('trial')}</p>}
          {languages?.isOffered && standing.seq === 0 && (
            <Languages languages={languages.all} now={view.quiz.language} />
          )}
          {state.is === 'blocked' ? (
            <Suspense>
              <DoorPanel
                door={state.door}
                quiz={view.quiz}
                home={`/q/${address}`}
                params={params}
                isBusy={false}
                trouble={trouble && (typeof trouble === 'string' ? words.say(trouble) : trouble.told)}
                onEnter={(key) => void session.enter(key)}
              />
            </Suspense>
          ) : (
            <PageView
              view={view}
              values={values}
              faults={state.faults}
              busy={state.is === 'sending'}
              takeFocus
              trouble={trouble && <TroubleTold trouble={trouble} onAnew={session.again} />}
              onChange={session.fillIn}
              onNext={(isTrapped) => void session.send(goFrom(view, values), isTrapped)}
              onSkip={(block) => void session.send(goFrom(view, values, block))}
              onBack={() => void session.send({ do: 'back', page })}
              onAgain={session.again}
              runAt={session.runAt}
              onRevise={(to) => void session.send({ do: 'change', page: to })}
              {...(state.is === 'explaining' ? { explained: state.lines } : {})}
              onGoOn={session.goOn}
              plain={{ home: `/q/${address}`, token: run?.ticket ?? '', params }}
              clock={until !== null && clock && <Clock key={until} until={until} onTime={timeIsUp} />}
              onOffer={(outcome) => void session.takeOffer(outcome)}
            />
          )}
        </main>
      </SpokenIn>
    </DressedIn>
  );
}

/** Few quizzes follow the page around them: the others do not load how. */
function useFollowing(own: Dress, isEmbedded: boolean): Dress {
  const [worn, wear] = useState(own);
  useEffect(() => {
    if (!isEmbedded || (!own.dark && !own.attributes['data-type'])) return;
    let end = () => {};
    let isGone = false;
    void import('./session/follow').then(({ followHostPage }) => {
      if (!isGone) end = followHostPage(own, wear);
    });
    return () => {
      isGone = true;
      end();
    };
  }, [own, isEmbedded]);
  return worn;
}

/** Leads to the same first page in another language. */
function Languages({ languages, now }: { languages: OfLanguages['all']; now: string }) {
  const { say } = useWords();
  return (
    <nav className="v-languages" aria-label={say('language')}>
      {languages.map(({ id, name }) =>
        id === now ? (
          <span key={id} lang={id} aria-current="true">
            {name}
          </span>
        ) : (
          <a
            key={id}
            href={`?language=${id}`}
            lang={id}
            hrefLang={id}
            onClick={(event) => {
              event.preventDefault();
              location.assign(inAnother(id));
            }}
          >
            {name}
          </a>
        ),
      )}
    </nav>
  );
}

function TroubleTold({ trouble, onAnew }: { trouble: Trouble; onAnew: () => void }) {
  const { say } = useWords();
  return (
    <>
      {typeof trouble === 'string' ? say(trouble) : trouble.told}{' '}
      {(trouble === 'goneOn' || trouble === 'gone') && (
        <button type="button" className="v-skip" style={{ minHeight: 24, padding: 0 }} onClick={onAnew}>
          {say('anew')}
        </button>
      )}
    </>
  );
}
