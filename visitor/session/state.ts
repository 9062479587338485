/**
 * A visitor's pass through a quiz, as a state and what happens to it. Pure: sending, keeping on the device and drawing are elsewhere, and the
 * time is told.
 */
import type { Door } from '../../core/access/door';
import type { Standing, StepRefused } from '../../contract/visits';
import type { Refusal } from '../../core/flow/faults';
import type { Sent } from '../../core/flow/sent';
import type { ReviewLine } from '../../core/flow/view';
import type { Key } from '../languages/phrases';
import { type Values, valuesFrom } from '../questions/values';
import type { KeptRun, Waiting } from './storage';

export type Trouble = Key | { told: string };
/** A page that was gone on from without a connection, to go back to. */
type Passed = { standing: Standing; values: Values };

type Page = {
  /** Where the run stands, as far as it is drawn. */
  standing: Standing;
  values: Values;
  faults: Refusal[];
  trouble: Trouble | null;
  /** When the time is up, by the browser's own clock in milliseconds; null where it is not limited. */
  until: number | null;
  /** Something was filled in here: it is newer than what this device has kept. */
  isTouched: boolean;
};
export type State = Page &
  (
    | { is: 'opening' | 'answering' | 'sending' | 'finished' }
    /** `waiting` could not be sent yet, in order. */
    | { is: 'offline'; waiting: Waiting[]; passed: Passed[] }
    /** What is said of the page just left stands alone until the visitor goes on. */
    | { is: 'explaining'; lines: ReviewLine[] }
    /** The quiz cannot be gone on with: what the visitor stands before. */
    | { is: 'blocked'; door: Door }
  );

export type Event =
  /** The server has told where the run stands. `isOther`: not the one that this page was drawn for. */
  | {
      type: 'opened';
      standing: Standing;
      kept: KeptRun | null;
      isOther: boolean;
      isAnew: boolean;
      isPlain: boolean;
      now: number;
    }
  | { type: 'filled-in'; values: Values }
  | { type: 'sending' }
  | { type: 'taken'; sent: Sent; standing: Standing; now: number }
  | { type: 'refused'; why: StepRefused }
  /** It has gone on elsewhere, or its time was up. */
  | { type: 'passed'; standing: Standing; byTime: boolean; now: number }
  | { type: 'told'; trouble: Trouble | null }
  | { type: 'put-off'; sent: Sent }
  | { type: 'turned-back' }
  | { type: 'sent-later'; seq: number }
  /** Something that waited was not taken: what came after it was answered to pages that may not come. */
  | { type: 'given-up'; standing?: Standing; refused?: Refusal[]; trouble: Trouble | null; now: number }
  | { type: 'caught-up'; standing: Standing; kept: KeptRun | null; now: number }
  | { type: 'offer-taken'; seq: number }
  | { type: 'shut'; door: Door }
  | { type: 'gone-on' };

export const opening = (first: Standing, trouble: Trouble | null, explained?: ReviewLine[]): State => ({
  standing: first,
  values: valuesFrom(first.view),
  faults: [],
  trouble,
  until: null,
  isTouched: false,
  ...(explained ? { is: 'explaining', lines: explained } : { is: 'opening' }),
});

export const pageOf = ({ standing }: State): string => standing.view.page?.id ?? '';
export const waitingIn = (state: State): Waiting[] => (state.is === 'offline' ? state.waiting : []);

export function reduce(state: State, event: Event): State {
  switch (event.type) {
    case 'opened':
      return opened(state, event);
    case 'filled-in': {
      const { values } = event;
      const isSame = (block: string) =>
        values.answers[block] === state.values.answers[block] && values.contact[block] === state.values.contact[block];
      const faults = state.faults.filter((f) => f.block !== null && isSame(f.block));
      return { ...state, isTouched: true, values, faults };
    }
    case 'sending':
      return { ...pageIn(state), trouble: null, is: 'sending' };
    case 'taken': {
      const { sent, standing } = event;
      const isElsewhere = standing.view.page?.id !== state.standing.view.page?.id;
      const lines = sent.do === 'go' && isElsewhere ? standing.view.explained : undefined;
      const trouble = sent.do === 'time' ? 'timeIsUp' : state.trouble;
      const at = { ...stands(state, standing, event.now), trouble };
      return lines ? { ...pageIn(at), is: 'explaining', lines } : at;
    }
    case 'refused':
      return rest({ ...state, standing: event.why.standing, faults: event.why.refused });
    case 'passed':
      return { ...stands(state, event.standing, event.now), trouble: event.byTime ? null : 'elsewhere' };
    case 'told':
      return { ...(state.is === 'sending' ? rest(state) : state), trouble: event.trouble };
    case 'put-off':
      return event.sent.do === 'offer' ? offerPutOff(state, event.sent) : putOff(state, event.sent);
    case 'turned-back': {
      const before = state.is === 'offline' ? state.passed.at(-1) : undefined;
      if (state.is !== 'offline' || !before) return state;
      const waiting = state.waiting.filter((w) => w.seq <= before.standing.seq);
      return { ...state, ...before, waiting, passed: state.passed.slice(0, -1) };
    }
    case 'sent-later':
      return state.is === 'offline' ? { ...state, waiting: state.waiting.filter((w) => w.seq !== event.seq) } : state;
    case 'given-up': {
      const left = withoutWaiting(state);
      const there = event.standing ? stands(left, event.standing, event.now) : rest(left);
      return { ...there, faults: event.refused ?? [], trouble: event.trouble };
    }
    case 'caught-up': {
      const { standing, kept, now } = event;
      const here = standing.view.page?.id;
      // Values typed on that page, in this window or in an earlier one.
      const filled = here === pageOf(state) ? state.values : here === kept?.page ? kept?.values : undefined;
      return { ...stands(state, standing, now, standing.view.finished ? undefined : filled), trouble: null };
    }
    case 'offer-taken':
      return { ...state, standing: { ...state.standing, seq: Math.max(state.standing.seq, event.seq) } };
    case 'shut':
      return { ...pageIn(state), trouble: null, is: 'blocked', door: event.door };
    case 'gone-on':
      return rest(state);
  }
}

/** The page of a state alone, without what it has besides. */
const pageIn = ({ standing, values, faults, trouble, until, isTouched }: State): Page => ({
  standing,
  values,
  faults,
  trouble,
  until,
  isTouched,
});

/** Ends the request in progress; queued requests stay queued. */
const rest = (state: State): State =>
  waitingIn(state).length ? state : { ...pageIn(state), is: state.standing.view.finished ? 'finished' : 'answering' };

const withoutWaiting = (state: State): State =>
  state.is === 'offline' ? { ...state, waiting: [], passed: [] } : state;

const untilOf = ({ clock }: Standing, now: number): number | null => (clock ? now + clock.left : null);

/** The run stands somewhere, with what is filled in there; nothing of the page before is left. */
const stands = (state: State, standing: Standing, now: number, filled?: Values): State =>
  rest({ ...state, standing, values: filled ?? valuesFrom(standing.view), faults: [], until: untilOf(standing, now) });

function opened(
  state: State,
  { standing, kept, isOther, isAnew, isPlain, now }: Extract<Event, { type: 'opened' }>,
): State {
  const page = standing.view.page?.id;
  const hasBegun = standing.seq > 0;
  const goesOn = state.isTouched && !isAnew && page !== undefined && page === state.standing.view.page?.id;
  const own = kept?.page === page ? kept?.values : undefined;
  let next = withoutWaiting(state);
  if ((hasBegun || isAnew || isOther) && !goesOn) {
    next = stands(next, standing, now, standing.view.finished ? undefined : own);
  } else {
    // Keep the page and what is typed on it; only add the contact fields that are known.
    const contact = { ...valuesFrom(standing.view).contact, ...state.values.contact };
    const values = (!state.isTouched && own) || { ...state.values, contact };
    next = rest({ ...next, standing, values, until: untilOf(standing, now) });
  }
  if (state.is === 'sending') next = { ...pageIn(next), is: 'sending' };
  // Keep the explanations that the plain page shows until the visitor goes on.
  if (state.is === 'explaining') next = { ...pageIn(next), is: 'explaining', lines: state.lines };
  if (hasBegun && !standing.view.finished && !isPlain) next = { ...next, trouble: 'goneOn' };
  const waiting = kept?.waiting?.filter((w) => w.seq > standing.seq) ?? [];
  return waiting.length ? { ...pageIn(next), is: 'offline', waiting, passed: [] } : next;
}

/** Queues what cannot be sent now, and goes on to the next page if that is known. */
function putOff(state: State, sent: Sent): State {
  const { standing, values } = state;
  const seq = standing.seq + 1;
  // A second submission of the same page replaces the first.
  const waiting = [...waitingIn(state).filter((w) => w.seq !== seq), { seq, sent }];
  const passed = state.is === 'offline' ? state.passed : [];
  const [next, ...ahead] = standing.ahead ?? [];
  const away: State = { ...pageIn(state), trouble: 'lost', is: 'offline', waiting, passed };
  if (!next) return away;
  return {
    ...away,
    standing: { seq, edition: standing.edition, view: next, ahead },
    values: valuesFrom(next),
    faults: [],
    passed: [...passed, { standing, values }],
  };
}

/** An offer goes before what was sent from this page and waits too: that may be sent anew. */
function offerPutOff(state: State, sent: Sent): State {
  if (state.is !== 'offline') return state;
  const at = state.standing.seq + 1;
  const later = state.waiting.filter((w) => w.seq >= at).map((w) => ({ ...w, seq: w.seq + 1 }));
  const waiting = [...state.waiting.filter((w) => w.seq < at), { seq: at, sent }, ...later];
  return { ...state, standing: { ...state.standing, seq: at }, waiting };
}
