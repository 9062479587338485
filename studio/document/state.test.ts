import fc from 'fast-check';
import { choice, option, page, quiz } from '../../tests/quizzes';
import type { EditsKept } from '../../contract/editing';
import { applyEdit, type Edit, type KeptEdit, type Op, type SentEdit } from '../../core/document/edits';
import type { Quiz } from '../../core/schema/quiz';
import { answered, edited, informed, opened, sending, type State, stepped, turnedAway } from './state';

const ab = (id: string) => choice(id, [option('a'), option('b')]);
const begin = (): Quiz => quiz([page('p1', [ab('q1'), ab('q2')]), page('p2', [ab('q3')])]);
const title = (state: State, to: string): Edit => ({
  name: 'set-title',
  ops: [{ op: 'set', at: [], field: ['title'], was: state.quiz.title, to }],
});
let next = 0;
const made = (at = 0) => ({ id: `edit-${(next += 1)}`, at });
const must = (change: ReturnType<typeof edited>): State => {
  if ('refused' in change) throw new Error(change.refused.message);
  return change;
};

/** What the server does with edits: `keepEdits` and `editsSince`, in memory. */
class Server {
  quiz = begin();
  kept: KeptEdit[] = [];
  keep(base: number, edits: SentEdit[]): EditsKept {
    const refused: EditsKept['refused'] = [];
    for (const { id, edit } of edits) {
      if (this.kept.some((k) => k.id === id)) continue;
      const applied = applyEdit(this.quiz, edit);
      if ('refused' in applied) refused.push({ id, refusal: applied.refused });
      else {
        this.quiz = applied.quiz;
        this.kept.push({ revision: this.kept.length + 1, id, edit, by: 'Wren' });
      }
    }
    return { revision: this.kept.length, since: this.kept.slice(base), refused };
  }
}

describe('typing', () => {
  it('is one edit on its way and one step to undo, until it was sent or somebody paused', () => {
    let state = opened(begin(), 0, []);
    for (const [i, text] of ['R', 'Ri', 'Rid'].entries())
      state = must(edited(state, title(state, text), made(i), 'title'));
    expect([state.pending.length, state.done.length]).toEqual([1, 1]);
    state = sending(state, 200).state;
    state = must(edited(state, title(state, 'Ride'), made(10), 'title'));
    expect([state.pending.length, state.done.length]).toEqual([2, 1]);
    state = must(edited(state, title(state, 'Rides'), made(5_000), 'title'));
    expect([state.pending.length, state.done.length]).toEqual([2, 2]);
    const before = begin().title;
    const undone = stepped(stepped(state, 'undo', made()), 'undo', made());
    expect([undone.quiz.title, undone.done.length, undone.undone.length]).toEqual([before, 0, 2]);
    const again = stepped(stepped(undone, 'redo', made()), 'redo', made());
    expect([again.quiz.title, again.undone.length]).toEqual(['Rides', 0]);
    expect(stepped(again, 'redo', made())).toBe(again);
  });
});

describe('what the server refuses', () => {
  it('is told, all of it, is offered again, and leaves nothing to undo', () => {
    const server = new Server();
    const other = opened(begin(), 0, []);
    server.keep(0, [
      { id: 'elsewhere', edit: title(other, 'Theirs') },
      {
        id: 'elsewhere too',
        edit: { name: 'describe', ops: [{ op: 'set', at: [], field: ['description'], was: '', to: 'x' }] },
      },
    ]);
    let state = opened(begin(), 0, []);
    state = must(edited(state, title(state, 'Mine'), made()));
    state = must(
      edited(
        state,
        { name: 'describe', ops: [{ op: 'set', at: [], field: ['description'], was: '', to: 'y' }] },
        made(),
      ),
    );
    const { state: sent, batch } = sending(state, 200);
    const now = answered(sent, server.keep(0, batch));
    expect(now.quiz).toMatchObject({ title: 'Theirs', description: 'x' });
    expect([now.pending, now.done]).toEqual([[], []]);
    expect(now.notice?.message).toMatch(/^2 of your changes could not be kept\. This was changed in another window/);
    const back = (now.notice?.again ?? []).reduce((s, edit) => must(edited(s, edit, made())), now);
    expect(back.quiz).toMatchObject({ title: 'Mine', description: 'y' });
    expect(server.keep(now.revision, sending(back, 200).batch).refused).toEqual([]);
  });

  it('leaves nothing waiting of what somebody did who may only look', () => {
    const state = opened(begin(), 3, []);
    const { state: sent } = sending(must(edited(state, title(state, 'Mine'), made())), 200);
    const waiting = must(edited(sent, title(sent, 'Mine, later'), made()));
    const now = turnedAway(waiting, 'You may look.');
    expect(now).toMatchObject({ quiz: begin(), revision: 3, notice: { message: 'You may look.' } });
    expect([now.pending, now.done]).toEqual([[], []]);
  });
});

/** A window on a quiz, whose requests may be lost, repeated and overtaken. */
class Client {
  state = opened(begin(), 0, []);
  flight: { base: number; batch: SentEdit[] } | null = null;
  old: { base: number; batch: SentEdit[] }[] = [];
  queued = new Set<string>();
  refused = new Set<string>();
  constructor(readonly server: Server) {}
  make(edit: Edit, at: number) {
    const change = edited(this.state, edit, made(at), 'f');
    if ('refused' in change) return;
    this.take(change);
  }
  take(state: State) {
    this.state = state;
    for (const { id } of state.pending) this.queued.add(id);
  }
  send() {
    if (this.flight || !this.state.pending.length) return;
    const { state, batch } = sending(this.state, 3);
    this.flight = { base: state.revision, batch };
    this.old.push(this.flight);
    this.state = state;
  }
  /** The request arrives; its answer too, unless it is lost. */
  arrive(isLost: boolean) {
    if (!this.flight) return;
    const answer = this.server.keep(this.flight.base, this.flight.batch);
    this.flight = null;
    if (isLost) return;
    for (const { id } of answer.refused) this.refused.add(id);
    this.take(answered(this.state, answer));
  }
  lose() {
    this.flight = null;
  }
  look() {
    if (this.flight || this.state.pending.length) return;
    const { revision } = this.state;
    this.take(informed(this.state, { revision: this.server.kept.length, since: this.server.kept.slice(revision) }));
  }
}

const guarded = (state: State, field: string, to: string): Op => {
  const was = (state.quiz as unknown as Record<string, unknown>)[field];
  return { op: 'set', at: [], field: [field], to, ...(was === undefined ? {} : { was }) };
};
/** An edit of any kind, on what a window shows. */
function anyEdit(state: State, kind: number, n: number): Edit {
  const at = ['pages', n % 2 ? 'p1' : 'p2'];
  const blocks = state.quiz.pages.flatMap((p) => p.blocks.map((b) => ({ page: p.id, id: b.id })));
  const block = blocks[n % Math.max(1, blocks.length)] ?? { page: 'p1', id: 'gone' };
  const from = ['pages', block.page];
  const ops: Op[][] = [
    [guarded(state, 'title', `title ${n}`)],
    [guarded(state, 'description', `words ${n}`)],
    [{ op: 'insert', at, list: 'blocks', item: ab(`new${(next += 1)}`), after: null }],
    [{ op: 'remove', at: from, list: 'blocks', id: block.id }],
    [{ op: 'move', at: from, list: 'blocks', id: block.id, to: at, after: null }],
    [{ op: 'set', at: [...from, 'blocks', block.id], field: ['prompt'], to: `prompt ${n}` }],
  ];
  return { name: 'any', ops: ops[kind % ops.length] ?? [] };
}

it('two windows converge whatever becomes of their requests, and nothing that is refused goes unsaid', () => {
  const happening = fc.record({ who: fc.nat(1), what: fc.nat(9), kind: fc.nat(5), n: fc.nat(9) });
  fc.assert(
    fc.property(fc.array(happening, { minLength: 5, maxLength: 60 }), (happenings) => {
      const server = new Server();
      const clients = [new Client(server), new Client(server)];
      for (const [i, { who, what, kind, n }] of happenings.entries()) {
        const client = clients[who] as Client;
        const late = client.old[n % Math.max(1, client.old.length)];
        if (what < 3) client.make(anyEdit(client.state, kind, n), i * 700);
        else if (what === 3) client.take(stepped(client.state, 'undo', made(i)));
        else if (what === 4) client.take(stepped(client.state, 'redo', made(i)));
        else if (what === 5) client.send();
        else if (what === 6) client.arrive(n > 6);
        else if (what === 7) client.lose();
        else if (what === 8) client.look();
        // Sent again by the line, or overtaken: nobody hears its answer.
        else if (late) server.keep(late.base, late.batch);
      }
      for (const client of [...clients, ...clients]) {
        client.lose();
        for (let i = 0; client.state.pending.length && i < 100; i++) {
          client.send();
          client.arrive(false);
        }
        client.look();
      }
      const keptIds = new Set(server.kept.map((k) => k.id));
      for (const { state, queued, refused } of clients) {
        expect(state.pending).toEqual([]);
        expect(state.quiz).toEqual(server.quiz);
        const lost = [...queued].filter((id) => !keptIds.has(id));
        expect(state.notice?.again?.length ?? 0).toBeGreaterThanOrEqual(lost.length);
        expect([...state.done, ...state.undone].filter((s) => refused.has(s.id) && !keptIds.has(s.id))).toEqual([]);
      }
    }),
    { numRuns: 150 },
  );
});
