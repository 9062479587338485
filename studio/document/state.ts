/**
 * The quiz being edited, as a state and what happens to it: what the server has confirmed, edits on their way to it, steps to undo. Pure; the
 * store beside it has the clock, the network and the device.
 */
import type { EditsKept, EditsSince } from '../../contract/editing';
import { merge, rebase, withoutGuard } from '../../core/document/algebra';
import { applyEdit, type Edit, type EditRefusal, type KeptEdit, same, type SentEdit } from '../../core/document/edits';
import type { Quiz } from '../../core/schema/quiz';
import { forget, type History, record } from './history';

export type Pending = SentEdit & { sent: boolean };
/** Told to the creator until dismissed; `again` would make what could not be kept, whatever stands there now. */
export type Notice = { message: string; again?: Edit[] };
export type State = History & {
  /** What the screens show: the confirmed document with everything pending on top. */
  quiz: Quiz;
  confirmed: Quiz;
  revision: number;
  pending: Pending[];
  notice: Notice | null;
};

export const opened = (quiz: Quiz, revision: number, kept: SentEdit[]): State => ({
  quiz: rebase(quiz, kept).quiz,
  confirmed: quiz,
  revision,
  // Send an edit that no longer applies, because the server's refusal says why.
  pending: kept.map((one) => ({ ...one, sent: false })),
  done: [],
  undone: [],
  notice: null,
});

export type Change = State | { refused: EditRefusal };
/** `id` for the edit, and when it was made, in milliseconds. */
export type Made = { id: string; at: number };

/** Shows and queues an edit; a setting of one field joins the one still waiting, so that a sentence is not a hundred edits. */
function queue(
  state: State,
  edit: Edit,
  id: string,
): { quiz: Quiz; pending: Pending[]; id: string; inverse: Edit } | { refused: EditRefusal } {
  const applied = applyEdit(state.quiz, edit);
  if ('refused' in applied) return applied;
  const { quiz, inverse } = applied;
  const last = state.pending.at(-1);
  const joined = last && !last.sent ? merge(last.edit, edit) : null;
  if (last && joined)
    return { quiz, inverse, id: last.id, pending: [...state.pending.slice(0, -1), { ...last, edit: joined }] };
  return { quiz, inverse, id, pending: [...state.pending, { id, edit, sent: false }] };
}

/** @param field typing in it is one step of undo */
export function edited(state: State, edit: Edit, { id, at }: Made, field: string | null = null): Change {
  const queued = queue(state, edit, id);
  if ('refused' in queued) return queued;
  const { inverse, ...now } = queued;
  return { ...state, quiz: now.quiz, pending: now.pending, ...record(state, { id: now.id, edit, inverse, field, at }) };
}

/** Takes the last step back, or does the last one that was taken back again; the state as it is where there is none. */
export function stepped(state: State, way: 'undo' | 'redo', { id, at }: Made): State {
  const [from, to] = way === 'undo' ? (['done', 'undone'] as const) : (['undone', 'done'] as const);
  const step = state[from].at(-1);
  if (!step) return state;
  const rest = state[from].slice(0, -1);
  const queued = queue(state, way === 'undo' ? step.inverse : step.edit, id);
  if ('refused' in queued) {
    const what = way === 'undo' ? 'undone' : 'done again';
    return { ...state, [from]: rest, notice: { message: `This step cannot be ${what}: ${queued.refused.message}` } };
  }
  const { quiz, pending, inverse } = queued;
  const back = way === 'undo' ? { edit: inverse } : { inverse };
  return {
    ...state,
    quiz,
    pending,
    [from]: rest,
    [to]: [...state[to], { ...step, ...back, id: queued.id, field: null, at }],
  };
}

/** The edits to be sent now, which are left as they are from then on. */
export function sending(state: State, most: number): { state: State; batch: SentEdit[] } {
  const batch = state.pending.slice(0, most).map(({ id, edit }) => ({ id, edit }));
  const pending = state.pending.map((p, i) => (i < most ? { ...p, sent: true } : p));
  return { state: { ...state, pending }, batch };
}

/** What the server has kept and refused. The same answer twice, or an older one later, changes nothing more. */
export function answered(state: State, { revision, since, refused }: EditsKept): State {
  const confirmed = confirmedBy(state, since);
  const kept = new Set(since.map((k) => k.id));
  const refusals = new Map(refused.map((r) => [r.id, r.refusal]));
  const lost = state.pending.flatMap(({ id, edit }) => {
    const refusal = refusals.get(id);
    return refusal && !kept.has(id) ? [{ id, edit, refusal }] : [];
  });
  const gone = new Set(lost.map((l) => l.id));
  const pending = state.pending.filter((p) => !kept.has(p.id) && !gone.has(p.id));
  const { quiz } = rebase(confirmed, pending);
  return {
    ...state,
    ...(gone.size ? forget(state, gone) : {}),
    confirmed,
    quiz: same(quiz, state.quiz) ? state.quiz : quiz,
    pending,
    revision: Math.max(state.revision, revision),
    notice: lost.length ? noticeOf(lost, state.notice) : state.notice,
  };
}

function confirmedBy(state: State, since: KeptEdit[]): Quiz {
  const news = since.filter((kept) => kept.revision > state.revision);
  return rebase(state.confirmed, news).quiz;
}

/** Who edits may only look: nothing of what they did will ever be kept, so the confirmed document stands again. */
export const turnedAway = (state: State, message: string): State => ({
  ...opened(state.confirmed, state.revision, []),
  notice: { message },
});

/** All that was lost and is not dismissed yet, in one notice. */
function noticeOf(lost: { edit: Edit; refusal: EditRefusal }[], before: Notice | null): Notice {
  const again = [...(before?.again ?? []), ...lost.map((l) => withoutGuard(l.edit))];
  const why = [...new Set(lost.map((l) => l.refusal.message))].join(' ');
  const many = again.length > 1 ? `${again.length} of your changes could not be kept. ` : '';
  return { message: `${many}${why} What you see is the newer state.`, again };
}

/** What others have changed, asked for while nothing was pending here. */
export function informed(state: State, { revision, since, whole }: EditsSince): State {
  if (state.pending.length) return state;
  if (whole)
    return revision > state.revision
      ? { ...state, quiz: whole, confirmed: whole, revision, done: [], undone: [] }
      : state;
  return since.length ? answered(state, { revision, since, refused: [] }) : state;
}
