import fc from 'fast-check';
import type { Standing } from '../../contract/visits';
import type { Sent } from '../../core/flow/sent';
import type { View } from '../../core/flow/view';
import { type Event, opening, pageOf, reduce, type State, waitingIn } from './state';

const view = (id: string, more: Partial<View> = {}): View => ({
  quiz: { title: 'A quiz', language: 'en', progress: true, looksOver: false },
  page: { id, stage: 'ask', button: '', blocks: [] },
  progress: { at: 0, of: 3 },
  back: true,
  finished: false,
  answers: {},
  contact: {},
  ...more,
});
const at = (seq: number, id: string, more: Partial<Standing> = {}, of: Partial<View> = {}): Standing => ({
  seq,
  edition: 1,
  view: view(id, of),
  ...more,
});
const go = (page: string): Sent => ({ do: 'go', page, answers: { q: page } });
const after = (start: State, ...events: Event[]): State => events.reduce(reduce, start);
const opened = (standing: Standing, more: Partial<Extract<Event, { type: 'opened' }>> = {}): Event => ({
  type: 'opened',
  standing,
  kept: null,
  isOther: false,
  isAnew: false,
  isPlain: false,
  now: 0,
  ...more,
});
const values = (q: string) => ({ answers: { q }, contact: {} });
const start = after(opening(at(0, 'p1'), null), opened(at(0, 'p1')));

describe('opening', () => {
  it('leaves what was filled in before the run was there', () => {
    const quick = reduce(opening(at(0, 'p1'), null), { type: 'filled-in', values: values('mine') });
    const kept = { token: 't', page: 'p1', values: values('older') };
    expect(reduce(quick, opened(at(0, 'p1'), { kept })).values).toEqual(values('mine'));
  });

  it('puts back what this device has kept for the page, and says that the run goes on', () => {
    const kept = { token: 't', page: 'p2', values: values('kept') };
    const state = after(opening(at(0, 'p1'), null), opened(at(3, 'p2'), { kept }));
    expect(state).toMatchObject({ is: 'answering', values: values('kept'), trouble: 'goneOn' });
    expect(pageOf(state)).toBe('p2');
  });

  it('waits with what was not sent before the window was closed, and forgets what has arrived', () => {
    const waiting = [1, 2, 3].map((seq) => ({ seq, sent: go(`p${seq}`) }));
    const state = after(opening(at(0, 'p1'), null), opened(at(2, 'p2'), { kept: { token: 't', waiting } }));
    expect(waitingIn(state).map((w) => w.seq)).toEqual([3]);
  });

  it('does not interrupt what is being sent, or what is being read', () => {
    expect(after(opening(at(0, 'p1'), null), { type: 'sending' }, opened(at(0, 'p1'))).is).toBe('sending');
    const lines = [{ id: 'q', prompt: 'q', given: 'a', state: null }];
    expect(after(opening(at(1, 'p2'), null, lines), opened(at(1, 'p2'), { isPlain: true }))).toMatchObject({
      is: 'explaining',
      trouble: null,
    });
  });
});

describe('sending', () => {
  const sending = reduce(start, { type: 'sending' });
  it('leads on, or tells first what was right', () => {
    const taken = (next: Standing): Event => ({ type: 'taken', sent: go('p1'), standing: next, now: 0 });
    expect(reduce(sending, taken(at(1, 'p2'))).is).toBe('answering');
    expect(reduce(sending, taken(at(1, 'end', {}, { finished: true }))).is).toBe('finished');
    const explained = [{ id: 'q', prompt: 'q', given: 'a', state: null }];
    expect(reduce(sending, taken(at(1, 'p2', {}, { explained })))).toMatchObject({
      is: 'explaining',
      lines: explained,
    });
    // A page that stays says nothing of itself.
    expect(reduce(sending, taken(at(1, 'p1', {}, { explained }))).is).toBe('answering');
  });

  it('counts the time from when the answer came', () => {
    const standing = at(1, 'p2', { clock: { of: 'page', left: 5_000 } });
    expect(reduce(sending, { type: 'taken', sent: go('p1'), standing, now: 1_000 }).until).toBe(6_000);
  });

  it('keeps what was filled in where it is refused, and lets a fault go when its field is changed', () => {
    const filled = reduce(start, { type: 'filled-in', values: values('wrong') });
    const fault = { block: 'q', field: undefined, code: 'required', message: 'Please answer.' } as const;
    const why = { code: 'refused', message: '', refused: [fault], standing: at(0, 'p1') } as const;
    const refused = after(filled, { type: 'sending' }, { type: 'refused', why: { ...why, refused: [fault] } });
    expect(refused).toMatchObject({ is: 'answering', values: values('wrong'), faults: [fault] });
    expect(reduce(refused, { type: 'filled-in', values: values('wrong') }).faults).toHaveLength(1);
    expect(reduce(refused, { type: 'filled-in', values: values('right') }).faults).toEqual([]);
  });

  it('says that the run has gone on elsewhere, but not that its time was up twice', () => {
    const passed = (byTime: boolean): Event => ({ type: 'passed', standing: at(2, 'p3'), byTime, now: 0 });
    expect(reduce(sending, passed(false))).toMatchObject({ is: 'answering', trouble: 'elsewhere' });
    expect(reduce(sending, passed(true)).trouble).toBeNull();
  });
});

describe('without a connection', () => {
  const far = after(opening(at(0, 'p1'), null), opened(at(0, 'p1', { ahead: [view('p2'), view('p3')] })));
  const twice = after(
    far,
    { type: 'filled-in', values: values('one') },
    { type: 'put-off', sent: go('p1') },
    { type: 'put-off', sent: go('p2') },
  );

  it('goes on where it is known what comes next, and stays where it is not', () => {
    expect(pageOf(twice)).toBe('p3');
    const third = reduce(twice, { type: 'put-off', sent: go('p3') });
    expect(pageOf(third)).toBe('p3');
    expect(waitingIn(third).map((w) => w.seq)).toEqual([1, 2, 3]);
    // A second submission of the same page replaces the first.
    expect(waitingIn(reduce(third, { type: 'put-off', sent: go('p3') }))).toHaveLength(3);
  });

  it('turns back to what was filled in there, and takes back what had left it', () => {
    const back = reduce(twice, { type: 'turned-back' });
    expect(pageOf(back)).toBe('p2');
    expect(waitingIn(back).map((w) => w.seq)).toEqual([1]);
    const first = reduce(back, { type: 'turned-back' });
    expect([pageOf(first), first.values, waitingIn(first)]).toEqual(['p1', values('one'), []]);
    expect(reduce(first, { type: 'turned-back' })).toBe(first);
  });

  it('counts an offer before the answer of its page', () => {
    const offered = reduce(reduce(far, { type: 'put-off', sent: go('p1') }), {
      type: 'put-off',
      sent: { do: 'offer', outcome: 'o' },
    });
    const again = reduce(offered, { type: 'put-off', sent: go('p2') });
    expect(waitingIn(again).map(({ seq, sent }) => [seq, sent.do])).toEqual([
      [1, 'go'],
      [2, 'offer'],
      [3, 'go'],
    ]);
  });

  it('loses nothing by trouble, by beginning anew that fails, or by an answer that comes late', () => {
    for (const event of [
      { type: 'told', trouble: 'lost' },
      { type: 'told', trouble: null },
      { type: 'filled-in', values: values('x') },
      { type: 'gone-on' },
      { type: 'taken', sent: go('p1'), standing: at(1, 'p2'), now: 0 },
      { type: 'offer-taken', seq: 9 },
    ] satisfies Event[])
      expect(waitingIn(reduce(twice, event))).toEqual(waitingIn(twice));
  });

  it('has caught up when all of it was sent, where the visitor stands', () => {
    const filled = reduce(twice, { type: 'filled-in', values: values('three') });
    const sent = after(filled, { type: 'sent-later', seq: 1 }, { type: 'sent-later', seq: 2 });
    expect(reduce(sent, { type: 'caught-up', standing: at(2, 'p3'), kept: null, now: 0 })).toMatchObject({
      is: 'answering',
      values: values('three'),
      trouble: null,
    });
  });

  it('gives up what comes after something that was not taken', () => {
    const lost: Event = { type: 'given-up', standing: at(4, 'p9'), trouble: 'elsewhere', now: 0 };
    const state = reduce(twice, lost);
    expect([state.is, pageOf(state), state.trouble]).toEqual(['answering', 'p9', 'elsewhere']);
    expect(reduce(twice, { type: 'given-up', trouble: 'lost', now: 0 }).is).toBe('answering');
  });

  it('never skips or doubles a number, whatever is pressed', () => {
    const pressed = fc.constantFrom<Event>(
      { type: 'put-off', sent: go('p') },
      { type: 'put-off', sent: { do: 'offer', outcome: 'o' } },
      { type: 'turned-back' },
      { type: 'filled-in', values: values('x') },
    );
    fc.assert(
      fc.property(fc.array(pressed, { maxLength: 12 }), (events) => {
        const state = after(reduce(far, { type: 'put-off', sent: go('p1') }), ...events);
        const numbers = waitingIn(state).map((w) => w.seq);
        expect(numbers).toEqual(numbers.map((_, i) => i + 1));
      }),
    );
  });
});
