/** The way to the server of one run: its token, and everything sent one behind the other. */
import type { Standing } from '../../contract/visits';
import type { Sent } from '../../core/flow/sent';
import { newToken } from './storage';
import { inLine } from '../../core/values/in-line';
import { type Answer, post } from './transport';

/** @property at its number, where it has one already @property isTrapped the field that no person sees was filled in */
type How = { at?: number; keepalive?: boolean; isTrapped?: boolean };

/** @param open opens the run, and says when it is open @param first how many things of the run the server has */
export function channelTo(address: string, first: number, open: () => Promise<void>) {
  const line = inLine();
  let opened: Promise<void> = Promise.resolve();
  let token = '';
  /** How many things of the run the server has. It may be ahead of what is drawn. */
  let seq = first;
  /** An offer was sent, and no answer came: it may have been taken or not. */
  let isUnsure = false;
  const begin = (how: () => Promise<void> = open): Promise<void> => {
    opened = how();
    opened.catch(() => undefined);
    return opened;
  };
  return {
    token: () => token,
    /** @param kept the token that this device has */
    take(kept?: string) {
      token = kept ?? newToken();
      return token;
    },
    begin,
    ready: () => opened.catch(() => begin()),
    drawn: (standing: Standing) => void (seq = standing.seq),
    unsure: () => void (isUnsure = true),
    /**
     * Sends one thing behind those before it. What goes wrong on the way is no answer for now; our own mistakes are not caught here.
     * @param page where the visitor stands when its turn comes
     */
    send: (sent: Sent, page: () => string, { at, keepalive = false, isTrapped = false }: How = {}): Promise<Answer> =>
      line(async () => {
        const away = () => ({ is: 'not-now' }) as const;
        const trap = isTrapped ? { trap: true as const } : {};
        const step = (n: number) =>
          post('POST /runs/step', { address, token, seq: n, sent, ...trap }, keepalive).catch(away);
        const yes = () => true;
        // Retry, because the first request may have failed without a connection.
        const isOpen = await opened.then(yes, () => begin().then(yes, () => false));
        if (!isOpen) return away();
        const n = at ?? seq + 1;
        const answer = await step(n);
        const there = answer.is === 'passed' ? answer.standing : undefined;
        // The number may belong to an offer whose reply was lost; then use the next number.
        const isBehindOffer = isUnsure && there?.seq === n && there.view.page?.id === page();
        if (isBehindOffer) isUnsure = false;
        const last = isBehindOffer ? await step(n + 1) : answer;
        if (last.is === 'taken') seq = last.standing.seq;
        return last;
      }),
  };
}
