'use client';
/** Another group of runs beside the one above: what differs, and whether that is more than chance. */
import { type ReactNode, useEffect, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Findings } from '../../contract/results';
import { type Beside, type Condition, writeBeside, writeConditions } from '../../core/stats/filter';
import { compareGroups, type ComparedPart, type Part } from '../../core/stats/groups';
import { Choose, TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocument } from '../document';
import { messageOf } from '../shared/trouble';
import { number } from './bars';
import { type Choices, FilterSentence } from './filters';
import { Figures, Section, Sideways } from './section';

const Side = styled(Section)`
  table {
    margin-top: 8px;
  }
  th[scope='row'] {
    min-width: 160px;
    max-width: 340px;
  }
  tr.more td:last-child {
    font-weight: 600;
  }
  summary {
    margin-top: 12px;
    min-height: 24px;
    cursor: pointer;
    font-weight: 600;
  }
  .of {
    padding-top: 16px;
    color: var(--ink-2);
    font-size: 13px;
  }
`;

/** The shares that two groups can be compared by. */
function partsOf({ journey, outcomes, questions }: Findings): Part[] {
  const count = (key: string) => journey.find((step) => step.key === key)?.count ?? 0;
  const step = (key: string, of: string, whole: string): Part[] =>
    journey.flatMap((one) =>
      one.key === key ? [{ id: key, name: one.name, of, count: one.count, whole: count(whole) }] : [],
    );
  return [
    ...step('started', 'Of those who saw it', 'seen'),
    ...step('finished', 'Of those who started', 'started'),
    ...step('contact', 'Of those who started', 'started'),
    ...step('offer', 'Of those who started', 'started'),
    ...outcomes.flatMap(({ verdict, name, decided, outcomes: all }) =>
      all.map((o) => ({ id: `${verdict} ${o.id}`, name: o.name, of: name, count: o.count, whole: decided })),
    ),
    ...questions.flatMap(({ id, name, answered, options }) =>
      options.map((o) => ({ id: `${id} ${o.id}`, name: o.name, of: name, count: o.count, whole: answered })),
    ),
  ];
}

type Other = { text: string; findings: Findings; both: number };

export function Groups({
  where,
  against,
  findings,
  choices,
  onChange,
}: {
  where: readonly Condition[];
  /** null while there is no other group */
  against: Beside | null;
  findings: Findings;
  choices: Choices | null;
  onChange: (next: Beside | null) => void;
}) {
  const quiz = useDocument((s) => s.quizId);
  const [other, setOther] = useState<Other | null>(null);
  const [trouble, setTrouble] = useState('');
  const [mine, text] = [writeConditions(where), against === null ? null : writeBeside(against)];
  useEffect(() => {
    if (text === null) return;
    let over = false;
    const asked = (conditions: string, others?: 'yes') =>
      call('GET /api/quizzes/{quiz}/findings', { quiz, query: { where: conditions, ...(others ? { others } : {}) } });
    const both =
      text === 'others'
        ? [asked(mine, 'yes'), Promise.resolve({ findings: null })]
        : // Runs that are in both groups are those for which the conditions of both are true.
          [asked(text), asked([mine, text].filter(Boolean).join(';'))];
    Promise.all(both).then(
      ([own, shared]) => {
        if (over || !own?.findings) return;
        setTrouble('');
        setOther({ text: `${mine} ${text}`, findings: own.findings, both: shared?.findings?.journey[0]?.count ?? 0 });
      },
      (error: unknown) => !over && setTrouble(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [quiz, mine, text]);
  if (against === null)
    return (
      <p style={{ marginTop: 20 }}>
        <TextButton $weight={600} onPress={() => onChange(where.length > 0 ? 'others' : [])}>
          Lay another group beside it
        </TextButton>
      </p>
    );
  return (
    <Side aria-label="Two groups">
      <h3>Beside it</h3>
      {where.length > 0 && (
        <div style={{ fontSize: 16 }}>
          Against{' '}
          <Choose
            label="Against which runs"
            value={against === 'others' ? 'others' : 'own'}
            options={[
              { id: 'others', label: 'all others' },
              { id: 'own', label: 'these' },
            ]}
            onChange={(to) => onChange(to === 'others' ? to : [])}
          />
          {against === 'others' ? '.' : ':'}
        </div>
      )}
      {against !== 'others' && (
        <FilterSentence
          label="The other group"
          where={against}
          onChange={onChange}
          choices={choices}
          findings={findings}
        />
      )}
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
      {other && other.text === `${mine} ${text ?? ''}` && <SideBySide findings={findings} other={other} />}
      <p style={{ marginTop: 10 }}>
        <TextButton $weight={500} onPress={() => onChange(null)}>
          Take the other group away
        </TextButton>
      </p>
    </Side>
  );
}

const points = (n: number) => `${n > 0 ? '+' : n < 0 ? '−' : ''}${Math.abs(Math.round(n * 1000) / 10)}`;
const share = (n: number, of: number) => (of === 0 ? '–' : `${Math.round((n / of) * 1000) / 10}%`);

function SideBySide({ findings, other }: { findings: Findings; other: Other }) {
  const { tests, method, parts } = compareGroups(partsOf(findings), partsOf(other.findings));
  const isApart = other.both === 0;
  const found = isApart ? parts.filter(({ difference }) => difference?.isMore) : [];
  const sure = `${number(tests)} shares, 5%, corrected by ${method}`;
  return (
    <>
      <p role="status" style={{ maxWidth: 760 }}>
        {tests === 0 ? (
          'One of the two groups is empty.'
        ) : !isApart ? (
          <>
            {number(other.both)} {other.both === 1 ? 'run is' : 'runs are'} in both groups: what differs can be read,
            but not whether that is chance. For that, choose groups that have none in common.
          </>
        ) : found.length === 0 ? (
          `Nothing differs by more than chance explains (${sure}).`
        ) : (
          `This differs by more than chance explains (${sure}):`
        )}
      </p>
      {found.length > 0 && (
        <Shares label="What differs">
          <tbody>
            {found.map((part) => (
              <Row key={part.id} part={part} isApart withOf />
            ))}
          </tbody>
        </Shares>
      )}
      <details>
        <summary>All {number(parts.length)} shares</summary>
        <Shares label="Two groups, share by share">
          {[...new Set(parts.map(({ of }) => of))].map((of) => (
            <tbody key={of}>
              <tr>
                <th scope="rowgroup" className="of" colSpan={4}>
                  {of}
                </th>
              </tr>
              {parts
                .filter((part) => part.of === of)
                .map((part) => (
                  <Row key={part.id} part={part} isApart={isApart} />
                ))}
            </tbody>
          ))}
        </Shares>
      </details>
    </>
  );
}

const Shares = ({ label, children }: { label: string; children: ReactNode }) => (
  <Sideways tabIndex={0} role="group" aria-label={label}>
    <Figures aria-label={label}>
      <thead>
        <tr>
          <td />
          <th scope="col">The runs above</th>
          <th scope="col">Beside them</th>
          <th scope="col">Difference, in points</th>
        </tr>
      </thead>
      {children}
    </Figures>
  </Sideways>
);

function Row({
  part: { name, of, counts, wholes, difference },
  isApart,
  withOf = false,
}: {
  part: ComparedPart;
  isApart: boolean;
  withOf?: boolean;
}) {
  const isMore = isApart && difference?.isMore;
  return (
    <tr className={isMore ? 'more' : undefined}>
      <th scope="row">
        {name} {withOf && <Muted $small>{of}</Muted>}
      </th>
      {counts.map((n, i) => (
        <td key={i}>
          {share(n, wholes[i] ?? 0)} <Muted $small>{`${number(n)} of ${number(wholes[i] ?? 0)}`}</Muted>
        </td>
      ))}
      <td>
        {difference ? points(difference.by) : '–'}
        {difference && isApart && (
          <Muted $small>
            {' '}
            {points(difference.low)} to {points(difference.high)}
            {isMore && ', more than chance'}
          </Muted>
        )}
      </td>
    </tr>
  );
}
