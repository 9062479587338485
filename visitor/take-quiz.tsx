'use client';
/** The visitor's pass through a quiz: every step is decided by the server; the browser keeps a token and what is being filled in. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { View } from '../core/run/view';
import type { Refusal, Sent } from '../core/run/run';
import { PageView } from './page-view';
import { goFrom, type Values, valuesFrom } from './values';
import { words } from './words';

type Standing = { seq: number; edition: number; view: View };
type Kept = { token: string; page?: string; values?: Values };

const newToken = (): string =>
  btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(24))))
    .replaceAll('+', '-')
    .replaceAll('/', '_');

/** Storage that may be blocked, as in a frame of another site: then the run lives as long as the page. */
function keeper(address: string) {
  const key = `yes-maybe ${address}`;
  return {
    read(): Kept | null {
      try {
        return JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null;
      } catch {
        return null;
      }
    },
    write(kept: Kept) {
      try {
        localStorage.setItem(key, JSON.stringify(kept));
      } catch {
        // Kept in memory only.
      }
    },
  };
}

async function post(url: string, body: unknown, keepalive = false): Promise<{ status: number; body: unknown }> {
  const response = await fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    keepalive,
  });
  return { status: response.status, body: await response.json() };
}

export function TakeQuiz({ address, first }: { address: string; first: Standing }) {
  const [standing, setStanding] = useState(first);
  const [values, setValues] = useState<Values>(() => valuesFrom(first.view));
  const [faults, setFaults] = useState<Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [embedded, setEmbedded] = useState(false);
  const token = useRef('');
  const opened = useRef<Promise<void>>(Promise.resolve());
  const inFlight = useRef(false);

  const stand = useCallback((now: Standing, kept?: Values) => {
    setStanding(now);
    setValues(kept ?? valuesFrom(now.view));
    setFaults([]);
  }, []);

  /** Opens the run of the token this device has, or a new one. */
  const open = useCallback(
    async (anew: boolean) => {
      const store = keeper(address);
      const kept = anew ? null : store.read();
      token.current = kept?.token ?? newToken();
      if (!kept) store.write({ token: token.current });
      const query = new URLSearchParams(location.search);
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
      if (now.seq > 0 || anew) {
        const page = now.view.page?.id;
        stand(now, kept?.values && kept.page === page && !now.view.finished ? kept.values : undefined);
      } else if (kept?.values && kept.page === now.view.page?.id) setValues(kept.values);
      if (now.seq > 0 && !now.view.finished) setTrouble(words.goneOn);
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
        stand(body as Standing);
        keeper(address).write({ token: token.current });
      } else if (status === 422) {
        const { refused, standing: now } = body as { refused: Refusal[]; standing: Standing };
        setStanding(now);
        setFaults(refused);
      } else if (status === 409) {
        const { details, message } = body as { details?: Standing; message: string };
        if (details) stand(details);
        setTrouble(details ? words.elsewhere : message);
      } else setTrouble((body as { message?: string }).message ?? words.lost);
    } catch {
      setTrouble(words.lost);
    } finally {
      inFlight.current = false;
      setBusy(false);
    }
  };

  const again = () => {
    setTrouble(null);
    opened.current = open(true);
    opened.current.catch(() => setTrouble(words.lost));
  };

  return (
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
              {trouble}{' '}
              {trouble === words.goneOn && (
                <button type="button" className="v-skip" style={{ minHeight: 24, padding: 0 }} onClick={again}>
                  {words.anew}
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
        onOffer={(outcome) => {
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
  );
}
