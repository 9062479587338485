'use client';
/** How runs came over time, and from where. */
import dynamic from 'next/dynamic';
import { Fragment, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { overTime, type Step, stepFor } from '../../core/stats/over-time';
import { Muted } from '../../ui/text';
import { Views } from '../shell/view-switch';
import { number, percent } from './bars';
import { PressName } from './filters';
import { Figures, Section, Sideways } from './section';
import { WithTable } from './take-out';
import type { Part } from './time-columns';

type Splits = AnswerOf<'GET /api/quizzes/{quiz}/splits'>;

const Columns = dynamic(() => import('./time-columns').then((m) => m.TimeColumns), {
  ssr: false,
  loading: () => <div style={{ height: 200 }} />,
});

const Split = styled(Section)`
  .top {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 24px;
    justify-content: space-between;
    align-items: baseline;
  }
  .key {
    display: inline-block;
    width: 11px;
    height: 11px;
    margin: 0 6px 0 14px;
    vertical-align: -1px;
  }
  table.shown {
    margin-top: 6px;
    th:first-child {
      min-width: 180px;
    }
  }
`;

const STEPS: { id: Step | 'hour'; label: string }[] = [
  { id: 'hour', label: 'Last two days by hour' },
  { id: 'day', label: 'By day' },
  { id: 'week', label: 'By week' },
  { id: 'month', label: 'By month' },
];

/** As it is written beside a column: the day, or the month. */
export const short = (name: string, step: Step) =>
  new Intl.DateTimeFormat('en', {
    timeZone: 'UTC',
    month: 'short',
    ...(step === 'month' ? { year: 'numeric' } : { day: 'numeric' }),
  }).format(new Date(name));

/** The hour, and at midnight the day that begins. */
const hourOf = (name: string): string =>
  name.endsWith('T00') ? short(name.slice(0, 10), 'day') : `${name.slice(11)}:00`;

type Measure = 'runs' | 'contact' | 'offer';
const MEASURES: { id: Measure; label: string }[] = [
  { id: 'runs', label: 'Runs' },
  { id: 'contact', label: 'Contacts' },
  { id: 'offer', label: 'Offers taken' },
];
const PARTS: Record<Measure, Part[]> = {
  runs: [
    { key: 'finished', name: 'finished', fill: 'var(--data-1)' },
    { key: 'open', name: 'started, not finished', fill: 'var(--ink-3)' },
  ],
  contact: [{ key: 'contact', name: 'left an address', fill: 'var(--data-1)' }],
  offer: [{ key: 'offer', name: 'took the offer', fill: 'var(--data-1)' }],
};

export function OverTime({ days, hours }: Pick<Splits, 'days' | 'hours'>) {
  const [chosen, setChosen] = useState<Step | 'hour' | null>(null);
  const [measure, setMeasure] = useState<Measure>('runs');
  const step = chosen ?? stepFor(days);
  const counted =
    step === 'hour'
      ? hours.map((one) => ({ ...one, name: hourOf(one.name), when: one.name.replace('T', ', ') }))
      : overTime(days, step).map((one) => ({ ...one, name: short(one.name, step), when: short(one.name, step) }));
  const columns = counted.map((one) => ({ ...one, open: Math.max(0, one.started - one.finished) }));
  const measures = MEASURES.filter(({ id }) => id === 'runs' || days.some((day) => day[id] > 0));
  const parts = PARTS[measure];
  return (
    <Split aria-label="Over time">
      <div className="top">
        <WithTable of="time" name="Over time">
          <h3>Over time</h3>
        </WithTable>
        {measures.length > 1 && (
          <Views label="What is counted" value={measure} options={measures} onChange={setMeasure} />
        )}
        <Views label="Step" value={step} options={STEPS} onChange={setChosen} />
      </div>
      {days.length === 0 ? (
        <Muted as="p">Nobody yet.</Muted>
      ) : (
        <>
          <Muted as="p" $small>
            By when they first saw it (UTC):
            {parts.map(({ key, name, fill }) => (
              <Fragment key={key}>
                <i className="key" style={{ background: fill }} />
                {name}
              </Fragment>
            ))}
          </Muted>
          <Columns columns={columns} parts={parts} />
          <div className="sr-only">
            <table aria-label="Runs over time">
              <thead>
                <tr>
                  <th scope="col">When</th>
                  <th scope="col">Started</th>
                  <th scope="col">Finished</th>
                  {measures.length > 1 && <th scope="col">Left an address</th>}
                  {measures.length > 1 && <th scope="col">Took the offer</th>}
                </tr>
              </thead>
              <tbody>
                {columns.map(({ when, started, finished, contact, offer }) => (
                  <tr key={when}>
                    <th scope="row">{when}</th>
                    <td>{started}</td>
                    <td>{finished}</td>
                    {measures.length > 1 && <td>{contact}</td>}
                    {measures.length > 1 && <td>{offer}</td>}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </Split>
  );
}

/** Sources side by side. */
export function Sources({ sources }: { sources: Splits['sources'] }) {
  const isOffered = sources.some(({ offer }) => offer > 0);
  const isLeft = sources.some(({ contact }) => contact > 0);
  const share = (n: number, of: number) => (of === 0 ? '–' : percent(n / of));
  return (
    <Split aria-label="Where they came from">
      <WithTable of="sources" name="Where they came from">
        <h3>Where they came from</h3>
      </WithTable>
      <Sideways tabIndex={0} role="group" aria-label="Sources side by side">
        <Figures $numbers className="shown">
          <thead>
            <tr>
              <th scope="col">Source</th>
              <th scope="col">Saw it</th>
              <th scope="col">Started</th>
              <th scope="col">Finished</th>
              {isLeft && <th scope="col">Left an address</th>}
              {isOffered && <th scope="col">Took the offer</th>}
            </tr>
          </thead>
          <tbody>
            {sources.map(({ name, seen, started, finished, contact, offer }) => (
              <tr key={name}>
                <th scope="row">
                  <PressName on="source" of="" value={name}>
                    {name || 'directly'}
                  </PressName>
                </th>
                <td>{number(seen)}</td>
                <td>{number(started)}</td>
                <td>
                  {number(finished)} <Muted $small>{share(finished, started)}</Muted>
                </td>
                {isLeft && (
                  <td>
                    {number(contact)} <Muted $small>{share(contact, started)}</Muted>
                  </td>
                )}
                {isOffered && (
                  <td>
                    {number(offer)} <Muted $small>{share(offer, started)}</Muted>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </Figures>
      </Sideways>
    </Split>
  );
}
