'use client';
/** People as a table of which only the rows near what is seen are drawn; what is older comes as its end comes near. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { ContactLine } from '../../contract/people';
import { TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Muted, Strong } from '../../ui/text';
import { dayAndTime } from '../shared/time';

/** Of a line with one quiz. px */
const ROW = 62;
/** So many rows are drawn beyond what is seen, so that scrolling does not outrun them. */
const SPARE = 12;
/** More is asked for when so few rows are left below. */
const NEAR = 30;
/** What is drawn before the size of the sheet is known. */
const FIRST = { width: 1280, height: 1000 };

const Table = styled.div`
  table {
    width: 100%;
    border-collapse: collapse;
    border-top: 1px solid var(--ink);
  }
  th {
    text-align: start;
    font-weight: 400;
    font-size: 13px;
    color: var(--ink-2);
    padding: 6px 12px 6px 0;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 9px 12px 9px 0;
    vertical-align: top;
    overflow-wrap: break-word;
  }
  table {
    table-layout: fixed;
  }
  th:first-child {
    width: 36%;
  }
  th:nth-child(3) {
    width: 140px;
  }
  th:nth-child(4) {
    width: 70px;
  }
  td:nth-child(3) {
    white-space: nowrap;
  }
  td ul {
    list-style: none;
  }
  tbody tr:hover td {
    background: var(--saffron-wash);
  }
  tbody tr[aria-selected='true'] td {
    background: var(--saffron-wash);
  }
  @media (max-width: 699px) {
    thead {
      display: none;
    }
    table,
    tbody {
      display: block;
    }
    tr {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      border-top: 1px solid var(--line);
      padding: 8px 0;
    }
    td,
    td:first-child {
      border: 0;
      padding: 2px 0;
      width: auto;
    }
    td:nth-child(2) {
      grid-column: 1 / -1;
      grid-row: 2;
    }
    td:nth-child(4) {
      display: none;
    }
  }
  td.gap {
    border: 0;
    padding: 0;
  }
`;

type TableProps = {
  people: ContactLine[];
  /** How many there are in all, as far as they are counted. */
  count: number;
  hasMore: boolean;
  open: string | null;
  onOpen: (id: string) => void;
  onEnd: () => void;
};

export function PeopleTable({ people, count, hasMore, open, onOpen, onEnd }: TableProps) {
  const table = useRef<HTMLDivElement>(null);
  const sheet = () => table.current?.closest('main') ?? null;
  /** Where the table begins in the sheet. */
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const [own, around] = [table.current?.getBoundingClientRect(), sheet()];
    if (own && around) setTop(own.top - around.getBoundingClientRect().top + around.scrollTop);
  }, []);
  const virtual = useVirtualizer({
    count: people.length,
    getScrollElement: sheet,
    estimateSize: () => ROW,
    getItemKey: (i) => people[i]?.id ?? i,
    overscan: SPARE,
    initialRect: FIRST,
    scrollMargin: top,
  });
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0], items.at(-1)];
  const above = first ? first.start - top : 0;
  const below = last ? virtual.getTotalSize() - (last.end - top) : 0;
  const isNear = hasMore && (last?.index ?? 0) >= people.length - NEAR;
  // Asked once for each list: another stands here when the answer has come.
  const asked = useRef<ContactLine[] | null>(null);
  useEffect(() => {
    if (!isNear || asked.current === people) return;
    asked.current = people;
    onEnd();
  }, [isNear, people, onEnd]);
  return (
    <Table ref={table}>
      <table aria-label="People" aria-rowcount={hasMore ? Math.max(count, people.length) + 1 : people.length + 1}>
        <thead>
          <tr aria-rowindex={1}>
            <th scope="col">Who</th>
            <th scope="col">Took, and came out as</th>
            <th scope="col">Last here</th>
            <th scope="col">Agreed</th>
          </tr>
        </thead>
        <tbody>
          <Gap height={above} />
          {items.map(({ index, key }) => {
            const one = people[index];
            return (
              one && (
                <Line
                  key={key}
                  index={index}
                  measure={virtual.measureElement}
                  person={one}
                  isOpen={one.id === open}
                  onOpen={() => onOpen(one.id)}
                />
              )
            );
          })}
          <Gap height={below} />
        </tbody>
      </table>
      {hasMore && (
        <p style={{ paddingTop: 12 }}>
          <TextButton onPress={onEnd}>Show older ones</TextButton>
        </p>
      )}
    </Table>
  );
}

/** Stands for the rows that are not drawn. */
const Gap = ({ height }: { height: number }) =>
  height > 0 && (
    <tr aria-hidden style={{ height, display: 'block' }}>
      <td className="gap" />
    </tr>
  );

type LineProps = {
  person: ContactLine;
  index: number;
  measure: (row: Element | null) => void;
  isOpen: boolean;
  onOpen: () => void;
};

function Line({ person, index, measure, isOpen, onOpen }: LineProps) {
  const { name, email, taken, lastAt, agreed } = person;
  return (
    <tr ref={measure} data-index={index} aria-rowindex={index + 2} aria-selected={isOpen}>
      <td>
        <TextButton onPress={onOpen}>{name || email || 'Somebody'}</TextButton>
        {name && email && (
          <div>
            <Muted>{email}</Muted>
          </div>
        )}
      </td>
      <td>
        <ul>
          {taken.map((one) => (
            <li key={one.run}>
              {one.title}
              {one.outcomes.length > 0 && <Strong> {one.outcomes.join(', ')}</Strong>}
              {!one.finished && <Muted> not finished</Muted>}
            </li>
          ))}
        </ul>
      </td>
      <td suppressHydrationWarning>{dayAndTime(lastAt)}</td>
      <td>
        {agreed ? (
          <>
            <Mark kind="yes" size={12} /> <span className="v-hidden">yes</span>
          </>
        ) : (
          <span className="v-hidden">no</span>
        )}
      </td>
    </tr>
  );
}
