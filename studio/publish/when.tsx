'use client';
/** When a quiz is open, and for how many. */
import { useEffect, useState } from 'react';
import { hoursOf } from '../../core/access/times';
import type { Access } from '../../core/schema/access';
import { Choose, LineInput, PrimaryButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Inline } from '../../ui/text';
import { NumberField } from '../fields/number-field';
import { OwnWords, Said } from './paragraph';
import type { AccessHandle } from './use-access';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** A full hour, some days from now, as a clock in the zone of this browser shows it. */
function wallIn(days: number): string {
  const moment = new Date(Math.ceil((Date.now() + days * DAY) / HOUR) * HOUR);
  return new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

export function When({ access }: { access: AccessHandle }) {
  const { settings } = access.standing;
  const { set } = access;
  const { from, until, most, zone } = settings;
  const timed = from !== undefined || until !== undefined;
  const ownZone = () => ({ zone: zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone });
  return (
    <section aria-label="When">
      <h2>When</h2>
      <Switch access={access} />
      <Inline className="says">
        Open{' '}
        <Choose
          label="From when"
          value={from === undefined ? 'now' : 'time'}
          options={[
            { id: 'now', label: 'from now' },
            { id: 'time', label: 'from' },
          ]}
          onChange={(to) => void set(to === 'now' ? { from: undefined } : { from: wallIn(1), ...ownZone() })}
        />{' '}
        {from !== undefined && <Time label="Opens" value={from} onChange={(to) => void set({ from: to })} />}{' '}
        <Choose
          label="Until when"
          value={until === undefined ? 'closed' : 'time'}
          options={[
            { id: 'closed', label: 'until I close it' },
            { id: 'time', label: 'until' },
          ]}
          onChange={(to) => void set(to === 'closed' ? { until: undefined } : { until: wallIn(8), ...ownZone() })}
        />
        {until !== undefined && (
          <>
            {' '}
            <Time label="Closes" value={until} onChange={(to) => void set({ until: to })} />
          </>
        )}
        , for{' '}
        <Choose
          label="For how many"
          value={most === undefined ? 'any' : 'most'}
          options={[
            { id: 'any', label: 'any number' },
            { id: 'most', label: 'at most' },
          ]}
          onChange={(to) => void set({ most: to === 'any' ? undefined : 100 })}
        />{' '}
        {most !== undefined && (
          <NumberField
            label=""
            name="Finished runs at most"
            value={most}
            above={0}
            wide
            onChange={(to) => to !== undefined && void set({ most: Math.max(1, Math.round(to)) })}
          />
        )}{' '}
        {most === undefined ? 'of' : ''} finished runs.
      </Inline>
      {timed && <Zone value={zone ?? 'UTC'} onChange={(to) => set({ zone: to })} />}
      {(until !== undefined || settings.shut !== undefined) && (
        <Inline className="says">
          Whoever is in the middle of it then may finish within{' '}
          <NumberField
            label=""
            name="Minutes to finish"
            value={settings.grace ?? 60}
            above={-1}
            onChange={(to) => void set({ grace: Math.min(10_080, Math.round(to ?? 60)) })}
          />{' '}
          minutes.
        </Inline>
      )}
      {from !== undefined && (
        <OwnWords access={access} of="before" label="Words before" placeholder="This quiz is not open yet." />
      )}
      {(until !== undefined || settings.shut !== undefined) && (
        <OwnWords access={access} of="after" label="Words after" placeholder="This quiz is closed." />
      )}
      {most !== undefined && (
        <OwnWords
          access={access}
          of="full"
          label="Words when full"
          placeholder="This quiz has taken all that it can take."
        />
      )}
      <Said access={access}>
        {most === undefined ? null : placesLeft(Math.max(0, most - access.standing.finished))}
      </Said>
    </section>
  );
}

const placesLeft = (n: number): string =>
  n === 1 ? 'One place is left.' : `${n === 0 ? 'No' : n.toLocaleString('en')} places are left.`;

const states: Record<ReturnType<typeof hoursOf>['is'], { mark: 'yes' | 'no' | 'maybe'; words: string }> = {
  open: { mark: 'yes', words: 'It is open.' },
  before: { mark: 'maybe', words: 'It is not open yet.' },
  after: { mark: 'no', words: 'Its time is over.' },
  shut: { mark: 'no', words: 'You have closed it.' },
};

/** Stops it now, and opens it again. */
function Switch({ access }: { access: AccessHandle }) {
  const { settings } = access.kept;
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 10_000);
    return () => clearInterval(timer);
  }, []);
  const { mark, words } = states[hoursOf(settings, now ?? 0).is];
  const isShut = settings.shut !== undefined;
  return (
    <p className="switch">
      {now !== null && (
        <span role="status" className="is">
          <Mark kind={mark} size={13} /> {words}
        </span>
      )}
      <PrimaryButton
        onPress={() => void access.set({ shut: isShut ? undefined : new Date().toISOString().replace(/\.\d+Z$/, 'Z') })}
      >
        {isShut ? 'Open it again' : 'Close it now'}
      </PrimaryButton>
    </p>
  );
}

function Time({ label, value, onChange }: { label: string; value: string; onChange: (to: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <LineInput
      type="datetime-local"
      aria-label={label}
      required
      value={typed ?? value}
      style={{ width: 'auto', fontSize: 15 }}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => {
        if (typed && typed.slice(0, 16) !== value) onChange(typed.slice(0, 16));
        setTyped(null);
      }}
    />
  );
}

/** The time zone by its name, since a shop and its customers may be in two. */
function Zone({ value, onChange }: { value: string; onChange: (to: Access['zone']) => Promise<boolean> }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <label className="line">
      Time zone:{' '}
      <LineInput
        list="time-zones"
        value={typed ?? value}
        maxLength={60}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => {
          if (typed && typed !== value) void onChange(typed);
          setTyped(null);
        }}
      />
      <datalist id="time-zones">
        {Intl.supportedValuesOf('timeZone').map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
    </label>
  );
}
