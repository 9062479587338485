'use client';
/** The visitor's pass through a quiz: every step is decided by the server; the browser keeps a token and what is being filled in. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { ReviewLine, View } from '../core/run/view';
import type { Refusal, Sent } from '../core/run/run';
import { Clock } from './clock';
import { download, keeper, newToken, post } from './keeper';
import type { Spoken } from './languages';
import type { Key } from './languages/phrases';
import { PageView } from './page-view';
import { answersIn, goFrom, type Values, valuesFrom } from './values';
import { SpokenIn, wordsOf } from './words';

type Standing = { seq: number; edition: number; view: View; clock?: { of: 'page' | 'quiz'; left: number } };
type Trouble = Key | { told: string };

type Props = {
  address: string;
  first: Standing;
  spoken: Spoken;
  /** The run that a browser without scripts is in, and what is to be said to it. */
  run?: { token: string; explained: boolean; trouble: Key | null };
  /** What stands in the address. */
  params?: Record<string, string>;
};

export function TakeQuiz({ address, first, spoken, run, params = {} }: Props) {
  const words = useMemo(() => wordsOf(spoken), [spoken]);
  const [standing, setStanding] = useState(first);
  const [values, setValues] = useState<Values>(() => valuesFrom(first.view));
  const [faults, setFaults] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Trouble | null>(run?.trouble ?? null);
  const [explained, setExplained] = useState<ReviewLine[] | null>(
    (run?.explained ? first.view.explained : null) ?? null,
  );
  const [until, setUntil] = useState<number | null>(null);
  const [embedded, setEmbedded] = useState(false);
  const token = useRef('');
  const opened = useRef<Promise<void>>(Promise.resolve());
  const inFlight = useRef(false);

  const stand = useCallback((now: Standing, kept?: Values) => {
    setStanding(now);
    setValues(kept ?? valuesFrom(now.view));
    setFaults([]);
    setUntil(now.clock ? Date.now() + now.clock.left : null);
  }, []);

  /** Opens the run of the token this device has, or a new one. */
  const open = useCallback(
    async (anew: boolean) => {
      const store = keeper(address);
      const query = new URLSearchParams(location.search);
      // Who comes from another quiz begins here with what it says of them, whatever was begun before.
      const handed = query.get('handed');
      const plain = query.get('run');
      const kept = anew || handed !== null ? null : plain === null ? store.read() : { token: plain };
      token.current = kept?.token ?? newToken();
      if (!kept || plain !== null) store.write({ token: token.current });
      for (const own of ['run', 'told', 'wrong']) query.delete(own);
      const place = query.get('in');
      query.delete('in');
      const { status, body } = await post(`/q/${address}/open`, {
        token: token.current,
        params: Object.fromEntries([...query].slice(0, 40)),
        source: query.get('utm_source') ?? place ?? 'link',
      });
      if (status === 409 && kept) return open(true);
      if (status !== 200) throw new Error((body as { message?: string }).message);
      const now = body as Standing;
      if (handed !== null || plain !== null) {
        query.delete('handed');
        if (place !== null) query.set('in', place);
        history.replaceState(null, '', `${location.pathname}${query.size ? `?${query}` : ''}`);
      }
      if (now.seq > 0 || anew || handed !== null) {
        const page = now.view.page?.id;
        stand(now, kept?.values && kept.page === page && !now.view.finished ? kept.values : undefined);
      } else {
        // The first page is there already, and perhaps half filled in: it learns what this visitor brings along.
        setStanding(now);
        setUntil(now.clock ? Date.now() + now.clock.left : null);
        const back = kept?.values && kept.page === now.view.page?.id ? kept.values : null;
        setValues((old) => back ?? { ...old, contact: { ...valuesFrom(now.view).contact, ...old.contact } });
      }
      if (now.seq > 0 && !now.view.finished) setTrouble('goneOn');
    },
    [address, stand],
  );

  useEffect(() => {
    // Strict development mounts twice; the run is opened once.
    if (token.current) return;
    setEmbedded(window.parent !== window);
    opened.current = open(false);
    opened.current.catch(() => undefined);
  }, [open]);

  useEffect(() => {
    if (window.parent === window) return;
    const tell = (top: boolean) =>
      window.parent.postMessage(
        { yesMaybe: 1, height: document.querySelector('.v-page')?.getBoundingClientRect().height ?? 0, top },
        '*',
      );
    tell(false);
    const observer = new ResizeObserver(() => tell(false));
    const page = document.querySelector('.v-page');
    if (page) observer.observe(page);
    return () => observer.disconnect();
  }, []);

  const pageId = standing.view.page?.id;
  /** Tells the page around what has happened, and nothing about whom it happened to. */
  const tell = (type: string, now: Standing = standing) => {
    if (window.parent === window) return;
    const { at, of } = now.view.progress;
    window.parent.postMessage({ yesMaybe: 1, event: { type, edition: now.edition, at, of } }, '*');
  };
  const shownPage = useRef(pageId);
  useEffect(() => {
    if (shownPage.current === pageId) return;
    shownPage.current = pageId;
    if (window.parent === window) window.scrollTo({ top: 0 });
    else
      window.parent.postMessage(
        { yesMaybe: 1, height: document.querySelector('.v-page')?.getBoundingClientRect().height ?? 0, top: true },
        '*',
      );
  }, [pageId]);

  const change = (next: Values) => {
    setValues(next);
    setFaults((old) =>
      old.filter(
        (f) =>
          f.block !== null &&
          next.answers[f.block] === values.answers[f.block] &&
          next.contact[f.block] === values.contact[f.block],
      ),
    );
    keeper(address).write({ token: token.current, page: pageId ?? '', values: next });
  };

  const follow = (now: Standing) => {
    const { out } = now.view;
    if (!out || !('url' in out)) return;
    if (!out.url.startsWith('/')) return void window.open(out.url, '_top');
    const place = new URLSearchParams(location.search).get('in');
    location.assign(place === null ? out.url : `${out.url}&in=${encodeURIComponent(place)}`);
  };

  const send = async (sent: Sent) => {
    if (inFlight.current) return;
    inFlight.current = true;
    setBusy(true);
    setTrouble(null);
    try {
      // The first request may have failed while the connection was away.
      await opened.current.catch(() => (opened.current = open(false)));
      const { status, body } = await post(`/q/${address}/step`, { token: token.current, seq: standing.seq + 1, sent });
      if (status === 200) {
        const now = body as Standing;
        stand(now);
        keeper(address).write({ token: token.current });
        if (standing.seq === 0) tell('started', now);
        if (sent.do === 'go' && sent.answers) tell('answered', now);
        if (sent.do === 'go' && Object.values(sent.contact ?? {}).some((c) => 'fields' in c)) tell('contact', now);
        if (now.view.finished && !standing.view.finished) tell('finished', now);
        if (sent.do === 'time') setTrouble('timeIsUp');
        if (sent.do === 'go' && now.view.explained && now.view.page?.id !== pageId) setExplained(now.view.explained);
        else follow(now);
      } else if (status === 422) {
        const { refused, standing: now } = body as { refused: Refusal[]; standing: Standing };
        setStanding(now);
        setFaults(refused);
      } else if (status === 409) {
        const { details, message } = body as { details?: Standing; message: string };
        if (details) stand(details);
        setTrouble(details ? (sent.do === 'time' ? null : 'elsewhere') : { told: message });
      } else setTrouble({ told: (body as { message?: string }).message ?? words.say('lost') });
    } catch {
      setTrouble('lost');
    } finally {
      inFlight.current = false;
      setBusy(false);
    }
  };

  const again = () => {
    setTrouble(null);
    opened.current = open(true);
    opened.current.catch(() => setTrouble('lost'));
  };

  return (
    <SpokenIn value={words}>
      <main className="v-page" data-look={standing.view.quiz.look} data-embedded={embedded ? '' : undefined}>
        <PageView
          view={standing.view}
          values={values}
          faults={faults}
          busy={busy}
          takeFocus
          trouble={
            trouble && (
              <>
                {typeof trouble === 'string' ? words.say(trouble) : trouble.told}{' '}
                {trouble === 'goneOn' && (
                  <button type="button" className="v-skip" style={{ minHeight: 24, padding: 0 }} onClick={again}>
                    {words.say('anew')}
                  </button>
                )}
              </>
            )
          }
          onChange={change}
          onNext={() => void send(goFrom(standing.view, values))}
          onSkip={(block) => void send(goFrom(standing.view, values, block))}
          onBack={() => void send({ do: 'back', page: pageId ?? '' })}
          onAgain={again}
          onRevise={(page) => void send({ do: 'change', page })}
          onCertificate={(block) =>
            download(
              `/q/${address}/certificate`,
              { token: token.current, block },
              `${words.say('certificateFor')} – ${standing.view.quiz.title}.pdf`,
            )
          }
          {...(explained ? { explained } : {})}
          onGoOn={() => {
            setExplained(null);
            follow(standing);
          }}
          plain={{ action: `/q/${address}/plain`, token: run?.token ?? '', params: run ? {} : params }}
          clock={
            until !== null &&
            standing.clock && (
              <Clock
                key={until}
                until={until}
                onTime={() =>
                  void send({
                    do: 'time',
                    of: standing.clock?.of ?? 'page',
                    page: pageId ?? '',
                    answers: answersIn(standing.view, values),
                  })
                }
              />
            )
          }
          onOffer={(outcome) => {
            tell('offer');
            const seq = standing.seq + 1;
            void post(`/q/${address}/step`, { token: token.current, seq, sent: { do: 'offer', outcome } }, true).then(
              ({ status, body }) => {
                if (status === 200) setStanding((old) => ({ ...old, seq: (body as Standing).seq }));
              },
              () => undefined,
            );
          }}
        />
      </main>
    </SpokenIn>
  );
}
