/** Carries a session: sends, keeps on the device, tells the page around. What becomes of it is told by `reduce`. */
import { useEffect, useRef, useState } from 'react';
import type { Standing, VisitorKey } from '../../contract/visits';
import type { Sent } from '../../core/flow/sent';
import { askHostPage, tellHostPage } from './host-page';
import type { Values } from '../questions/values';
import type { Words } from '../languages/say';
import { channelTo } from './channel';
import { type Event, pageOf, reduce, type State, waitingIn } from './state';
import { type KeptRun, runStorage, trialStorage } from './storage';
import { post } from './transport';

/** Characters that are taken of a value in an address. A hand-over is a signed note, and longer. */
const LONGEST_VALUE = 2_000;

/** Milliseconds between retries of what is queued. */
const RETRY = 4_000;

/** @property asks the names of what the quiz takes from an address @property keepsPage where visitors come from is kept @property isTrial nothing of it counts */
type Taken = {
  address: string;
  asks: readonly string[];
  keepsPage: boolean;
  isTrial: boolean;
  /** of a quiz that is in several */ languages?: readonly { id: string }[] | undefined;
};

/** This page in another language. */
export function inAnother(language: string): string {
  const query = new URLSearchParams(location.search);
  query.set('language', language);
  return `${location.pathname}?${query}`;
}

/** @param start the state that the page was drawn with */
export function useSession(taken: Taken, start: () => State, say: Words['say']) {
  const [state, draw] = useState(start);
  const session = useRef<Session | null>(null);
  session.current ??= new Session(taken, state, say, draw);
  const own = session.current;
  useEffect(() => own.begin(), [own]);
  const isOffline = state.is === 'offline';
  useEffect(() => {
    if (!isOffline) return;
    const now = () => void own.catchUp();
    const timer = setInterval(now, RETRY);
    window.addEventListener('online', now);
    now();
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', now);
    };
  }, [own, isOffline]);
  return { state, session: own };
}

/** What the address of the page says of the visitor, and the address without what was said once. @param asks what of it is wanted */
function readAddress(asks: readonly string[]) {
  const query = new URLSearchParams(location.search);
  // A page without scripts that scripts have come to after all. Its run gets a token of this browser's own: what stands in an address
  // may stand there because somebody else has put it there.
  const ticket = query.get('run');
  for (const own of ['run', 'told', 'wrong']) query.delete(own);
  const rest = new URLSearchParams(query);
  const place = query.get('in');
  const entry = query.get('entry');
  const trial = query.get('try');
  const mine = query.get('mine');
  for (const own of ['in', 'entry', 'door', 'try', 'mine']) query.delete(own);
  for (const own of ['handed', 'door', 'mine']) rest.delete(own);
  return {
    // Who comes from another quiz begins here with what it says of them, whatever was begun before.
    isHanded: query.has('handed'),
    ticket,
    entry,
    trial,
    // The token of a run that stands in letters to its visitor.
    mine,
    isFramed: place !== null,
    language: query.get('language'),
    params: Object.fromEntries(
      [...query]
        .filter(([name]) => name === 'handed' || asks.includes(name))
        .map(([name, value]) => [name, value.slice(0, LONGEST_VALUE)]),
    ),
    source: query.get('utm_source') ?? place ?? 'link',
    without: `${location.pathname}${rest.size ? `?${rest}` : ''}`,
  };
}

export class Session {
  private readonly address: string;
  private readonly asks: readonly string[];
  private readonly keepsPage: boolean;
  private readonly languages;
  /** That the page is drawn in. */
  private readonly language: string;
  private readonly store;
  private readonly channel;
  private isOpening = false;
  private isInFlight = false;
  private hasStarted = false;

  constructor(
    { address, asks, keepsPage, isTrial, languages = [] }: Taken,
    private state: State,
    private readonly say: Words['say'],
    private readonly draw: (state: State) => void,
  ) {
    this.address = address;
    this.asks = asks;
    this.keepsPage = keepsPage;
    this.languages = languages;
    this.language = state.standing.view.quiz.language;
    this.store = isTrial ? trialStorage() : runStorage(address);
    this.channel = channelTo(address, state.standing.seq, () => this.open(false));
  }

  private happens(event: Event): State {
    const { standing } = this.state;
    this.state = reduce(this.state, event);
    if (this.state.standing !== standing) this.channel.drawn(this.state.standing);
    this.draw(this.state);
    return this.state;
  }

  /** Strict development mounts twice; the run is opened once. At the door only somebody goes in who has begun before, or has a link. */
  begin(): void {
    if (this.isOpening) return;
    this.isOpening = true;
    if (this.state.is !== 'blocked' || this.store.read()) void this.channel.begin();
  }

  /** Says at the door what is asked for there. */
  enter = async (key: VisitorKey): Promise<void> => {
    if (this.isInFlight) return;
    this.isInFlight = true;
    await this.channel
      .begin(() => this.open(true, key))
      .catch(() => this.happens({ type: 'told', trouble: 'lost' }))
      .finally(() => (this.isInFlight = false));
  };

  get token(): string {
    return this.channel.token();
  }

  /** Where a file goes to, once the run is open. */
  runAt = async (): Promise<{ address: string; token: string }> => {
    await this.channel.ready();
    return { address: this.address, token: this.token };
  };

  /** Opens the run of the token this device has, or a new one. */
  private async open(isAnew: boolean, key: VisitorKey = {}): Promise<void> {
    const address = readAddress(this.asks);
    const { isHanded } = address;
    const ticket = isAnew ? null : address.ticket;
    const mine = isAnew ? null : address.mine;
    const kept = isAnew || isHanded || ticket !== null || mine !== null ? null : this.store.read();
    const token = this.channel.take(mine ?? kept?.token);
    // Kept before it is sent, so that another window that opens now takes the same.
    const before = this.store.read();
    const device = before?.device ?? token;
    const shown = before?.edition ?? this.state.standing.edition;
    const keep = () => this.store.write({ token, device, edition: shown });
    if (!kept && mine === null) keep();
    const around = address.isFramed && !kept ? await askHostPage(this.asks) : {};
    const answer = await post('POST /runs/open', {
      address: this.address,
      token,
      params: { ...around, ...address.params },
      source: address.source,
      ...(this.keepsPage ? { page: document.referrer.slice(0, LONGEST_VALUE) } : {}),
      shown,
      ...(kept && address.language === null ? {} : { language: this.language }),
      key: {
        device,
        ...(address.entry === null ? {} : { entry: address.entry }),
        ...(address.trial === null ? {} : { try: address.trial }),
        ...key,
      },
      ...(ticket === null ? {} : { ticket }),
    });
    if (answer.is === 'passed' && ticket !== null) {
      history.replaceState(null, '', location.pathname);
      return this.open(false);
    }
    if (answer.is === 'passed' && kept) return this.open(true);
    if (answer.is === 'shut') {
      this.happens({ type: 'shut', door: answer.door });
      return;
    }
    if (answer.is !== 'taken') throw new Error('message' in answer ? answer.message : answer.is);
    if (mine !== null) keep();
    if (isHanded || ticket !== null || mine !== null) history.replaceState(null, '', address.without);
    const { standing } = answer;
    // A run goes on in its own language, whose fixed words this page does not have.
    const { language } = standing.view.quiz;
    if (
      language !== this.language &&
      language !== address.language &&
      this.languages.some(({ id }) => id === language)
    ) {
      location.replace(inAnother(language));
      return;
    }
    this.hasStarted = standing.seq > 0;
    // The run began by a plain form, so the host page has not been told.
    if (ticket !== null && this.hasStarted) {
      this.tell('started', standing);
      if (standing.view.finished) this.tell('finished', standing);
    }
    this.happens({
      type: 'opened',
      standing,
      kept,
      isOther: isHanded,
      isAnew,
      isPlain: ticket !== null,
      now: Date.now(),
    });
  }

  again = (): void => {
    this.happens({ type: 'told', trouble: null });
    this.channel
      .begin(() => this.open(true))
      .then(
        () => undefined,
        () => this.happens({ type: 'told', trouble: 'lost' }),
      );
  };

  fillIn = (values: Values): void => {
    this.happens({ type: 'filled-in', values });
    this.keepValues();
  };

  private keep(more: Partial<KeptRun> = {}): void {
    const waiting = waitingIn(this.state);
    const { device = this.token, edition = this.state.standing.edition } = this.store.read() ?? {};
    this.store.write({ token: this.token, device, edition, ...more, ...(waiting.length ? { waiting } : {}) });
  }
  private keepValues(): void {
    this.keep({ page: pageOf(this.state), values: this.state.values });
  }

  private tell(type: string, { edition, view }: Standing = this.state.standing): void {
    tellHostPage(type, edition, view.progress);
  }
  private tellOf(sent: Sent, now: Standing): void {
    if (!this.hasStarted) this.tell('started', now);
    this.hasStarted = true;
    if (sent.do === 'go' && sent.answers) this.tell('answered', now);
  }

  send = async (sent: Sent, isTrapped = false): Promise<void> => {
    if (this.isInFlight) return;
    if (this.state.is === 'offline') {
      if (sent.do === 'go') this.putOff(sent);
      else if (sent.do === 'back' && this.state.passed.length) {
        this.happens({ type: 'turned-back' });
        this.keepValues();
      }
      return;
    }
    const before = this.state.standing.view;
    this.isInFlight = true;
    this.happens({ type: 'sending' });
    const answer = await this.channel.send(sent, () => pageOf(this.state), { isTrapped });
    this.isInFlight = false;
    const now = Date.now();
    switch (answer.is) {
      case 'not-now':
        if (sent.do === 'go') this.putOff(sent);
        else this.happens({ type: 'told', trouble: 'lost' });
        return;
      case 'taken': {
        const { standing } = answer;
        this.happens({ type: 'taken', sent, standing, now });
        this.keep();
        this.tellOf(sent, standing);
        if (sent.do === 'go' && Object.values(sent.contact ?? {}).some((c) => 'fields' in c))
          this.tell('contact', standing);
        if (standing.view.finished && !before.finished) this.tell('finished', standing);
        if (this.state.is !== 'explaining') this.follow();
        return;
      }
      case 'refused':
        this.happens({ type: 'refused', why: answer.why });
        return;
      case 'shut':
        this.happens({ type: 'shut', door: answer.door });
        return;
      case 'gone':
        this.happens({ type: 'told', trouble: 'gone' });
        return;
      case 'passed':
        if (answer.standing) {
          this.happens({ type: 'passed', standing: answer.standing, byTime: sent.do === 'time', now });
          return;
        }
    }
    this.happens({ type: 'told', trouble: { told: answer.message || this.say('lost') } });
  };

  private putOff(sent: Sent): void {
    this.happens({ type: 'put-off', sent });
    this.keepValues();
  }

  /** The visitor has read the explanations of the page before. */
  goOn = (): void => {
    this.happens({ type: 'gone-on' });
    this.follow();
  };

  /** Follows a route that leads out of the quiz. */
  private follow(): void {
    const { out } = this.state.standing.view;
    if (!out || !('url' in out)) return;
    if (!out.url.startsWith('/')) return void window.open(out.url, '_top');
    const place = new URLSearchParams(location.search).get('in');
    location.assign(place === null ? out.url : `${out.url}&in=${encodeURIComponent(place)}`);
  }

  /** An offer is opened in a window of its own; that it was taken goes along beside what is done here. */
  takeOffer = async (outcome: string): Promise<void> => {
    this.tell('offer');
    const sent: Sent = { do: 'offer', outcome };
    if (this.state.is === 'offline' && !this.isInFlight) {
      this.putOff(sent);
      return;
    }
    const answer = await this.channel.send(sent, () => pageOf(this.state), { keepalive: true });
    if (answer.is === 'not-now') this.channel.unsure();
    if (answer.is === 'taken') this.happens({ type: 'offer-taken', seq: answer.standing.seq });
  };

  /** Sends what had to wait, one after the other, until there is no connection again. */
  async catchUp(): Promise<void> {
    if (this.isInFlight || this.state.is !== 'offline') return;
    this.isInFlight = true;
    try {
      await this.sendWaiting();
    } finally {
      this.isInFlight = false;
    }
  }

  private async sendWaiting(): Promise<void> {
    let last: Standing | null = null;
    for (let first = waitingIn(this.state)[0]; first; first = waitingIn(this.state)[0]) {
      const answer = await this.channel.send(first.sent, () => pageOf(this.state), { at: first.seq });
      if (answer.is === 'not-now') return;
      if (answer.is !== 'taken') {
        this.giveUp(answer);
        return;
      }
      this.happens({ type: 'sent-later', seq: first.seq });
      last = answer.standing;
      this.tellOf(first.sent, last);
    }
    if (!last) return;
    const { finished, page } = last.view;
    const kept = this.store.read();
    const isFilled = !finished && (page?.id === pageOf(this.state) || page?.id === kept?.page);
    this.happens({ type: 'caught-up', standing: last, kept, now: Date.now() });
    if (isFilled) this.keepValues();
    else this.keep();
    if (finished) this.tell('finished', last);
    this.follow();
  }

  private giveUp(answer: Exclude<Awaited<ReturnType<typeof post>>, { is: 'taken' | 'not-now' }>): void {
    const now = Date.now();
    if (answer.is === 'shut') this.happens({ type: 'shut', door: answer.door });
    else if (answer.is === 'refused') {
      const { standing, refused } = answer.why;
      this.happens({ type: 'given-up', standing, refused, trouble: null, now });
    } else {
      const standing = answer.is === 'passed' ? answer.standing : undefined;
      const reason = answer.is === 'gone' ? 'gone' : { told: answer.message || this.say('lost') };
      this.happens({
        type: 'given-up',
        ...(standing ? { standing } : {}),
        trouble: standing ? 'elsewhere' : reason,
        now,
      });
    }
    this.keep();
  }
}
