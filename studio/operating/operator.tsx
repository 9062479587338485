'use client';
/** How the installation is doing, part by part, for whoever operates it: what is well, what is not, and what to do then. */
import { type ReactNode, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { OperatorState } from '../../contract/operating';
import { Mark } from '../../ui/marks';
import { Alarm, Muted, Strong } from '../../ui/text';
import { OwnName, SignOut } from '../account/sign-in';
import { Frame, homeTabs } from '../shell/frame';
import { useAskAgain } from '../shared/ask-again';
import { HomePage } from '../shared/home-page';
import { clock, dayAndTime } from '../shared/time';
import { type Finding, findingsIn, lasting, queueNames, sizeOf } from './well';

/** Milliseconds. */
const EVERY = 10_000;

const Page = styled(HomePage)`
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .part {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr);
    gap: 2px 12px;
    padding: 10px 0;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }
  .part > :first-child {
    margin-top: 4px;
  }
  .part > :not(:first-child) {
    grid-column: 2;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    text-align: start;
    padding: 8px 16px 8px 0;
    border-bottom: 1px solid var(--line);
    white-space: nowrap;
  }
  th {
    color: var(--ink-2);
    font-weight: 400;
    font-size: 13px;
  }
  td.number,
  th.number {
    text-align: end;
  }
`;

function Part({ finding: { part, isWell, says, todo } }: { finding: Finding }) {
  return (
    <li className="part">
      <Mark kind={isWell ? 'yes' : 'no'} />
      <div>
        <Strong>{part}</Strong> {isWell ? <Muted>well</Muted> : <Alarm>not well</Alarm>}
      </div>
      <div>{says}</div>
      {todo && <Muted as="div">{todo}</Muted>}
    </li>
  );
}

/** Scrolls by itself where it is wider than the window, and then by keys too. */
const Wide = styled.div`
  overflow-x: auto;
`;

type Column = { name: string; isNumber?: boolean };
const Table = ({ label, columns, rows }: { label: string; columns: Column[]; rows: ReactNode[][] }) => (
  <Wide tabIndex={0} role="region" aria-label={label}>
    <table>
      <thead>
        <tr>
          {columns.map(({ name, isNumber }) => (
            <th key={name} scope="col" className={isNumber ? 'number' : undefined}>
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, row) => (
          <tr key={row}>
            {cells.map((cell, column) => (
              <td key={column} className={columns[column]?.isNumber ? 'number' : undefined}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  </Wide>
);

export function Operator({ first, name }: { first: OperatorState; name: string }) {
  const [state, setState] = useState(first);
  const [isOld, setOld] = useState(false);
  useAskAgain(async () => {
    try {
      setState(await call('GET /api/operator', {}));
      setOld(false);
    } catch {
      setOld(true);
    }
  }, EVERY);
  const findings = findingsIn(state);
  const ill = findings.filter(({ isWell }) => !isWell).length;
  return (
    <Frame
      paper={false}
      current="account"
      tabs={homeTabs}
      foot={<SignOut />}
      top={
        <>
          <Strong>This installation</Strong>
          <span style={{ flex: 1 }} />
          <OwnName name={name} />
        </>
      }
    >
      <Page>
        <h1>How it is doing</h1>
        <p role="status">
          {isOld ? (
            <Alarm>It does not answer just now. This is what it said at {clock(state.at)}.</Alarm>
          ) : (
            `${ill === 0 ? 'All parts are well' : ill === 1 ? 'One part is not well' : `${ill} parts are not well`}, as of ${clock(state.at)}. Looked at again every ten seconds.`
          )}
        </p>
        <section aria-label="Parts">
          <h2>Parts</h2>
          <ul>
            {findings.map((finding) => (
              <Part key={finding.part} finding={finding} />
            ))}
          </ul>
        </section>
        <section aria-label="What waits to be done">
          <h2>What waits to be done</h2>
          <Table
            label="Jobs by queue"
            columns={[
              { name: 'Queue' },
              { name: 'Waiting', isNumber: true },
              { name: 'Oldest', isNumber: true },
              { name: 'For later', isNumber: true },
            ]}
            rows={state.queues.map((queue) => [
              queueNames[queue.name] ?? queue.name,
              queue.waiting,
              queue.waiting > 0 ? lasting(queue.oldest) : '–',
              queue.later,
            ])}
          />
        </section>
        <section aria-label="Processes">
          <h2>Processes</h2>
          <Table
            label="Processes that serve"
            columns={[
              { name: 'Where' },
              { name: 'Version' },
              { name: 'Since' },
              { name: 'Memory', isNumber: true },
              { name: 'Late by', isNumber: true },
              { name: 'State' },
            ]}
            rows={state.processes.map((one) => [
              `${one.host}:${one.port}`,
              one.version,
              dayAndTime(one.startedAt),
              `${one.memory} MB`,
              `${one.late} ms`,
              one.isGone ? <Alarm key="gone">says nothing</Alarm> : 'serves',
            ])}
          />
        </section>
        <p>
          <Muted $small>
            The database holds {sizeOf(state.database?.size ?? 0)}. What to do about each part stands in
            docs/operating.md.
          </Muted>
        </p>
      </Page>
    </Frame>
  );
}
