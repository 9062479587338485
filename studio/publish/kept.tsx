'use client';
/** What is kept of visitors beside their answers, and what is wiped again. */
import { useEffect, useState } from 'react';
import { call } from '../../contract/call';
import type { Access } from '../../core/schema/access';
import { Choose, PrimaryButton, TextButton, Toggle } from '../../ui/controls';
import { Inline, PlainList } from '../../ui/text';
import { useQuiz } from '../document';
import { NumberField } from '../fields/number-field';
import { day, dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { Said } from './paragraph';
import type { AccessHandle } from './use-access';

type Keeps = NonNullable<Access['keeps']>;
type Wipe = NonNullable<Access['wipe']>;

const traces: { of: keyof Keeps; words: string }[] = [
  { of: 'page', words: 'The page they came from' },
  { of: 'device', words: 'Phone, tablet or computer' },
  { of: 'region', words: 'Their country' },
];
const what: { id: Wipe['what']; label: string; gone: string }[] = [
  { id: 'contacts', label: 'what people left of themselves', gone: 'names, addresses and letters' },
  { id: 'traces', label: 'where they came from', gone: 'page, device, country and what was said at the door' },
  { id: 'runs', label: 'whole runs', gone: 'answers, contacts and letters' },
];
const USUAL_DAYS = 90;

function toldOf(of: Wipe['what'] | 'away', runs: number): string {
  const many = runs === 1 ? 'one run' : `${runs.toLocaleString('en')} runs`;
  // By nobody of the workspace.
  if (of === 'away') return `${many} put away as a file by whoever runs this installation`;
  return `${what.find(({ id }) => id === of)?.label ?? of}, of ${many}`;
}

export function Kept({ access }: { access: AccessHandle }) {
  const { keeps = {}, wipe } = access.standing.settings;
  const { wipes } = access.standing;
  const [planned, setPlanned] = useState<Wipe | null>(null);
  const keep = (of: keyof Keeps, isOn: boolean) => {
    const next: Keeps = Object.fromEntries(
      traces.flatMap((trace) => ((trace.of === of ? isOn : keeps[trace.of]) ? [[trace.of, true] as const] : [])),
    );
    void access.set({ keeps: Object.keys(next).length ? next : undefined });
  };
  const plan = (id: Wipe['what'] | 'nothing') => {
    setPlanned(id === 'nothing' ? null : { what: id, days: (planned ?? wipe)?.days ?? USUAL_DAYS });
    if (id === 'nothing' && wipe) void access.set({ wipe: undefined });
  };
  const shown = planned ?? wipe;
  const days = (to: number | undefined) =>
    shown && setPlanned({ ...shown, days: Math.min(3_650, Math.max(1, Math.round(to ?? USUAL_DAYS))) });
  return (
    <section aria-label="What is kept">
      <h2>What is kept</h2>
      <p>
        {Object.keys(keeps).length === 0
          ? 'Nothing but the answers, and what people leave of themselves.'
          : 'Of whoever begins from now on, beside the answers:'}
      </p>
      <div className="line">
        {traces.map(({ of, words }) => (
          <Toggle key={of} selected={keeps[of] ?? false} onChange={(isOn) => keep(of, isOn)}>
            {words}
          </Toggle>
        ))}
      </div>
      <Inline className="says">
        Wiped for good:{' '}
        <Choose
          label="What is wiped"
          value={shown?.what ?? 'nothing'}
          options={[{ id: 'nothing', label: 'nothing' }, ...what.map(({ id, label }) => ({ id, label }))]}
          onChange={plan}
        />
        {shown && (
          <>
            , once a run has stood still for{' '}
            <NumberField label="" name="Days until it is wiped" value={shown.days} above={0} onChange={days} /> days
          </>
        )}
        .
      </Inline>
      {planned && (
        <Planned
          wipe={planned}
          onStay={() => setPlanned(null)}
          onGo={() => {
            setPlanned(null);
            void access.set({ wipe: planned });
          }}
        />
      )}
      <Said access={access}>{wipe && !planned ? 'Every hour. What was counted stays counted.' : null}</Said>
      {wipes.length > 0 && (
        <PlainList aria-label="What was wiped, newest first" style={{ fontSize: 13 }}>
          {wipes.map(({ at, what: of, runs }) => (
            <li key={at} suppressHydrationWarning>
              {dayAndTime(at)}: {toldOf(of, runs)}
            </li>
          ))}
        </PlainList>
      )}
    </section>
  );
}

/** What would go at once, told before it is chosen. */
function Planned({ wipe, onGo, onStay }: { wipe: Wipe; onGo: () => void; onStay: () => void }) {
  const { id: quiz } = useQuiz();
  const [told, setTold] = useState('');
  const { what: of, days } = wipe;
  useEffect(() => {
    let over = false;
    const say = (words: string) => !over && setTold(words);
    call('GET /api/quizzes/{quiz}/wipe', { quiz, query: { what: of, days: String(days) } }).then(
      ({ runs, oldest }) => say(wouldGo(runs, oldest)),
      (error: unknown) => say(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [quiz, of, days]);
  return (
    <div role="group" aria-label="Before it is wiped">
      <p role="status">
        {told} It takes {what.find(({ id }) => id === of)?.gone}, cannot be taken back, and leaves every count as it is.
      </p>
      <p className="beside" style={{ marginTop: 8 }}>
        <PrimaryButton onPress={onGo}>Wipe them from now on</PrimaryButton>
        <TextButton onPress={onStay}>Leave it as it was</TextButton>
      </p>
    </div>
  );
}

const wouldGo = (runs: number, oldest: string | null): string =>
  runs === 0 || oldest === null
    ? 'Nothing is that old yet.'
    : `That is ${runs === 1 ? 'one run' : `${runs.toLocaleString('en')} runs`} already, the oldest of ${day(oldest)}; ${runs === 1 ? 'it goes' : 'they go'} within the hour.`;
