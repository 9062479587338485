'use client';
/** The visitor's pass through a quiz: every step is decided by the server; the browser keeps a token and what is being filled in. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Standing } from '../contract/visits';
import type { ReviewLine } from '../core/flow/view';
import type { Refusal, Sent } from '../core/flow/run';
import { tellAround, useAround } from './around';
import { Clock } from './clock';
import { newToken, runStorage, type Waiting } from './session/storage';
import { type Answer, download, inLine, post } from './session/transport';
import type { Spoken } from './languages';
import type { Key } from './languages/phrases';
import { PageView } from './page-view';
import { answersIn, goFrom, type Values, valuesFrom } from './values';
import { SpokenIn, wordsOf } from './words';

type Trouble = Key | { told: string };
/** What had to wait is tried again this often. Milliseconds. */
const RETRY = 4_000;

type Props = {
  address: string;
  first: Standing;
  spoken: Spoken;
  /** The run that a browser without scripts is in, and what is to be said to it. */
  run?: { ticket: string; explained: boolean; trouble: Key | null };
  /** What is to be said on the first page. */
  told?: Key;
  /** What stands in the address. */
  params?: Record<string, string>;
};

export function TakeQuiz({ address, first, spoken, run, told, params = {} }: Props) {
  const words = useMemo(() => wordsOf(spoken), [spoken]);
  const [standing, setStanding] = useState(first);
  const [values, setValues] = useState<Values>(() => valuesFrom(first.view));
  const [faults, setFaults] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Trouble | null>(run?.trouble ?? told ?? null);
  const [explained, setExplained] = useState<ReviewLine[] | null>(
    (run?.explained ? first.view.explained : null) ?? null,
  );
  const [until, setUntil] = useState<number | null>(null);
  const token = useRef('');
  const opened = useRef<Promise<void>>(Promise.resolve());
  const inFlight = useRef(false);
  const started = useRef(false);
  /** Something was answered here: it is newer than what this device has kept. */
  const touched = useRef(false);
  const onPage = useRef(first.view.page?.id);
  onPage.current = standing.view.page?.id;
  /** What could not be sent yet, in order; and where each of it was given, to go back to. */
  const waiting = useRef<Waiting[]>([]);
  const passed = useRef<{ standing: Standing; values: Values }[]>([]);
  const [away, setAway] = useState(false);
  /** How many things of the run the server has. It may be ahead of what is drawn. */
  const seq = useRef(first.seq);
  const line = useRef(inLine());
  /** An offer was sent, and no answer came: it may have been taken or not. */
  const unsure = useRef(false);

  const draw = useCallback((now: Standing) => {
    seq.current = now.seq;
    setStanding(now);
  }, []);
  const stand = useCallback(
    (now: Standing, kept?: Values) => {
      draw(now);
      setValues(kept ?? valuesFrom(now.view));
      setFaults([]);
      setUntil(now.clock ? Date.now() + now.clock.left : null);
    },
    [draw],
  );

  /** Opens the run of the token this device has, or a new one. */
  const open = useCallback(
    async (anew: boolean) => {
      const store = runStorage(address);
      const query = new URLSearchParams(location.search);
      // Who comes from another quiz begins here with what it says of them, whatever was begun before.
      const handed = query.get('handed');
      // A page without scripts that scripts have come to after all. Its run gets a token of this browser's own: what stands in an address
      // may stand there because somebody else has put it there.
      const plain = anew ? null : query.get('run');
      const kept = anew || handed !== null || plain !== null ? null : store.read();
      token.current = kept?.token ?? newToken();
      for (const own of ['run', 'told', 'wrong']) query.delete(own);
      const place = query.get('in');
      query.delete('in');
      const answer = await post('POST /runs/open', {
        address,
        token: token.current,
        params: Object.fromEntries([...query].slice(0, 40)),
        source: query.get('utm_source') ?? place ?? 'link',
        ...(plain === null ? {} : { ticket: plain }),
      });
      if (answer.is === 'passed' && plain !== null) {
        history.replaceState(null, '', location.pathname);
        return open(false);
      }
      if (answer.is === 'passed' && kept) return open(true);
      if (answer.is !== 'taken') throw new Error('message' in answer ? answer.message : answer.is);
      if (!kept) store.write({ token: token.current });
      const now = answer.standing;
      waiting.current = kept?.waiting?.filter((w) => w.seq > now.seq) ?? [];
      if (waiting.current.length) setAway(true);
      if (handed !== null || plain !== null) {
        query.delete('handed');
        if (place !== null) query.set('in', place);
        history.replaceState(null, '', `${location.pathname}${query.size ? `?${query}` : ''}`);
      }
      started.current = now.seq > 0;
      // By a form that went before its scripts had come: nobody has told of it yet.
      if (plain !== null && now.seq > 0) {
        tellAround('started', now.edition, now.view.progress);
        if (now.view.finished) tellAround('finished', now.edition, now.view.progress);
      }
      const page = now.view.page?.id;
      const goesOn = touched.current && !anew && page !== undefined && page === onPage.current;
      if ((now.seq > 0 || anew || handed !== null) && !goesOn) {
        stand(now, kept?.values && kept.page === page && !now.view.finished ? kept.values : undefined);
      } else {
        // The page is there already, and perhaps half filled in: it learns what this visitor brings along.
        draw(now);
        setUntil(now.clock ? Date.now() + now.clock.left : null);
        const back = !touched.current && kept?.page === page ? kept?.values : null;
        setValues((old) => back ?? { ...old, contact: { ...valuesFrom(now.view).contact, ...old.contact } });
      }
      if (now.seq > 0 && !now.view.finished && plain === null) setTrouble('goneOn');
    },
    [address, draw, stand],
  );

  useEffect(() => {
    // Strict development mounts twice; the run is opened once.
    if (token.current) return;
    opened.current = open(false);
    opened.current.catch(() => undefined);
  }, [open]);

  const pageId = standing.view.page?.id;
  const embedded = useAround(pageId);
  const tell = (type: string, now: Standing = standing) => tellAround(type, now.edition, now.view.progress);
  const tellStarted = (now: Standing) => {
    if (!started.current) tell('started', now);
    started.current = true;
  };
  const change = (next: Values) => {
    touched.current = true;
    setValues(next);
    setFaults((old) =>
      old.filter(
        (f) =>
          f.block !== null &&
          next.answers[f.block] === values.answers[f.block] &&
          next.contact[f.block] === values.contact[f.block],
      ),
    );
    keep({ page: pageId ?? '', values: next });
  };

  const follow = (now: Standing) => {
    const { out } = now.view;
    if (!out || !('url' in out)) return;
    if (!out.url.startsWith('/')) return void window.open(out.url, '_top');
    const place = new URLSearchParams(location.search).get('in');
    location.assign(place === null ? out.url : `${out.url}&in=${encodeURIComponent(place)}`);
  };

  const keep = (more: { page?: string; values?: Values } = {}) =>
    runStorage(address).write({
      token: token.current,
      ...more,
      ...(waiting.current.length ? { waiting: waiting.current } : {}),
    });

  /** Keeps on this device what cannot be sent now, and goes on where it is known what comes next. */
  const putOff = (sent: Sent) => {
    const next = standing.ahead?.[0];
    // Sent again from the same page: the later one counts.
    waiting.current = waiting.current.filter((w) => w.seq !== standing.seq + 1);
    waiting.current.push({ seq: standing.seq + 1, sent });
    if (next) {
      passed.current.push({ standing, values });
      const { edition, ahead = [] } = standing;
      draw({ seq: standing.seq + 1, edition, view: next, ahead: ahead.slice(1) });
      setValues(valuesFrom(next));
      setFaults([]);
      keep({ page: next.page?.id ?? '', values: valuesFrom(next) });
    } else keep({ page: pageId ?? '', values });
    setAway(true);
    setTrouble('lost');
  };

  /** Sends what had to wait, one after the other, until there is no connection again. */
  const catchUp = async () => {
    if (inFlight.current || waiting.current.length === 0) return;
    inFlight.current = true;
    try {
      const last = await sendWaiting();
      if (last !== 'away') settle(last);
    } finally {
      inFlight.current = false;
    }
  };

  const sendWaiting = async (): Promise<Standing | null | 'away'> => {
    let last: Standing | null = null;
    for (let first = waiting.current[0]; first; first = waiting.current[0]) {
      const answer = await onItsWay({ seq: first.seq, sent: first.sent });
      if (answer.is === 'not-now') return 'away';
      waiting.current.shift();
      if (answer.is === 'taken') {
        last = answer.standing;
        tellStarted(last);
        if (first.sent.do === 'go' && first.sent.answers) tell('answered', last);
        continue;
      }
      // What comes after something that cannot be taken was answered to pages that may not come.
      waiting.current = [];
      const here = answer.is === 'refused' ? answer.why.standing : answer.is === 'passed' ? answer.standing : undefined;
      if (here) stand(here);
      setFaults(answer.is === 'refused' ? answer.why.refused : []);
      setTrouble(answer.is === 'refused' ? null : here ? 'elsewhere' : { told: answer.message || words.say('lost') });
      return null;
    }
    return last;
  };

  /** All that had to wait was sent. @param last where the run stands now; null where something was not taken */
  const settle = (last: Standing | null) => {
    passed.current = [];
    setAway(false);
    if (!last) return keep();
    const here = last.view.page?.id;
    // What is being filled in there, in this window or in one that was closed.
    const kept = runStorage(address).read();
    const filled = last.view.finished
      ? undefined
      : here === pageId
        ? values
        : here === kept?.page
          ? kept?.values
          : undefined;
    stand(last, filled);
    setTrouble(null);
    keep(filled ? { page: here ?? '', values: filled } : {});
    if (last.view.finished) tell('finished', last);
    follow(last);
  };

  /** Sends one thing behind those before it. What goes wrong on the way is no answer for now; our own mistakes are not caught here. */
  const onItsWay = ({ sent, seq: at }: { sent: Sent; seq?: number }, keepalive = false): Promise<Answer> =>
    line.current(async () => {
      const away = () => ({ is: 'not-now' }) as const;
      const step = (n: number) =>
        post('POST /runs/step', { address, token: token.current, seq: n, sent }, keepalive).catch(away);
      // The first request may have failed while the connection was away.
      const isOpen = await opened.current.then(
        () => true,
        () =>
          (opened.current = open(false)).then(
            () => true,
            () => false,
          ),
      );
      if (!isOpen) return away();
      const n = at ?? seq.current + 1;
      const answer = await step(n);
      const there = answer.is === 'passed' ? answer.standing : undefined;
      // An offer whose answer was lost has taken this number: then this goes behind it.
      const isBehindOffer = unsure.current && there?.seq === n && there.view.page?.id === onPage.current;
      if (isBehindOffer) unsure.current = false;
      const last = isBehindOffer ? await step(n + 1) : answer;
      if (last.is === 'taken') seq.current = last.standing.seq;
      return last;
    });

  const latest = useRef(catchUp);
  latest.current = catchUp;
  useEffect(() => {
    if (!away) return;
    const now = () => void latest.current();
    const timer = setInterval(now, RETRY);
    window.addEventListener('online', now);
    now();
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', now);
    };
  }, [away]);

  const send = async (sent: Sent) => {
    if (inFlight.current) return;
    if (waiting.current.length) {
      if (sent.do === 'go') return putOff(sent);
      const before = sent.do === 'back' ? passed.current.pop() : undefined;
      if (!before) return;
      waiting.current = waiting.current.filter((w) => w.seq <= before.standing.seq);
      draw(before.standing);
      setValues(before.values);
      keep({ page: before.standing.view.page?.id ?? '', values: before.values });
      return;
    }
    inFlight.current = true;
    setBusy(true);
    setTrouble(null);
    const answer = await onItsWay({ sent });
    inFlight.current = false;
    setBusy(false);
    if (answer.is === 'not-now') {
      if (sent.do === 'go') putOff(sent);
      else setTrouble('lost');
    } else if (answer.is === 'taken') arrive(sent, answer.standing);
    else if (answer.is === 'refused') {
      draw(answer.why.standing);
      setFaults(answer.why.refused);
    } else if (answer.is === 'passed' && answer.standing) {
      stand(answer.standing);
      setTrouble(sent.do === 'time' ? null : 'elsewhere');
    } else setTrouble({ told: answer.message || words.say('lost') });
  };

  /** What was sent is on disk, and this is where the run stands now. */
  const arrive = (sent: Sent, now: Standing) => {
    stand(now);
    keep();
    tellStarted(now);
    if (sent.do === 'go' && sent.answers) tell('answered', now);
    if (sent.do === 'go' && Object.values(sent.contact ?? {}).some((c) => 'fields' in c)) tell('contact', now);
    if (now.view.finished && !standing.view.finished) tell('finished', now);
    if (sent.do === 'time') setTrouble('timeIsUp');
    if (sent.do === 'go' && now.view.explained && now.view.page?.id !== pageId) setExplained(now.view.explained);
    else follow(now);
  };

  /** An offer is opened in a window of its own; that it was taken goes along beside what is done here. */
  const takeOffer = async (outcome: string) => {
    tell('offer');
    const sent: Sent = { do: 'offer', outcome };
    if (waiting.current.length && !inFlight.current) {
      // Before what was sent from this page and waits too: that may be sent anew.
      const at = standing.seq + 1;
      const later = waiting.current.filter((w) => w.seq >= at).map((w) => ({ ...w, seq: w.seq + 1 }));
      waiting.current = [...waiting.current.filter((w) => w.seq < at), { seq: at, sent }, ...later];
      draw({ ...standing, seq: at });
      return keep({ page: pageId ?? '', values });
    }
    const answer = await onItsWay({ sent }, true);
    if (answer.is === 'not-now') unsure.current = true;
    if (answer.is !== 'taken') return;
    setStanding((old) => ({ ...old, seq: Math.max(old.seq, answer.standing.seq) }));
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
          plain={{ home: `/q/${address}`, token: run?.ticket ?? '', params: run ? {} : params }}
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
          onOffer={(outcome) => void takeOffer(outcome)}
        />
      </main>
    </SpokenIn>
  );
}
