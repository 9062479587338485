/** Two editions side by side: how each does, and whether that is more than chance. */
import { Fragment } from 'react';
import styled from 'styled-components';
import type { Findings } from '../../contract/results';
import { dayAndTime } from '../shared/time';
import { Figures, Section } from './section';

type Versions = NonNullable<Findings['versions']>;
type Compared = Versions['compared'][number];

const Beside = styled(Section)`
  p {
    color: var(--ink-2);
  }
  table {
    margin-top: 8px;
  }
  tr:has(+ tr .said) > * {
    border-bottom: 0;
    padding-bottom: 0;
  }
  td.said {
    color: var(--ink-2);
    padding-top: 0;
  }
  b {
    white-space: nowrap;
  }
`;

const what = { finished: 'Finished', contact: 'Left an address' } as const;
const share = (n: number, of: number) => (of === 0 ? '–' : `${Math.round((n / of) * 1000) / 10} %`);
const points = (n: number) => `${n > 0 ? '+' : n < 0 ? '−' : ''}${Math.abs(Math.round(n * 1000) / 10)}`;

function said({ difference, better }: Compared): string {
  if (!difference) return 'Nobody has started one of them yet.';
  const between = `${points(difference.low)} to ${points(difference.high)} points`;
  return better === null
    ? `It may still be chance (${between}).`
    : `Edition ${better} does better, by more than chance (${between}).`;
}

export function TwoVersions({ versions: { since, editions, compared } }: { versions: Versions }) {
  return (
    <Beside aria-label="Two versions">
      <h3>Two versions</h3>
      <p suppressHydrationWarning>
        Of those who have started since {dayAndTime(since)}. One press on Publish ends it with the better one.
      </p>
      <Figures>
        <thead>
          <tr>
            <th scope="col">Of those who started</th>
            {editions.map((edition, i) => (
              <th key={edition} scope="col">
                Edition {edition}
                {i === 0 && ', live'}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {compared.map((row) => (
            <Fragment key={row.key}>
              <tr>
                <th scope="row">{what[row.key]}</th>
                {row.counts.map((n, i) => (
                  <td key={i}>
                    <b>{share(n, row.of[i] ?? 0)}</b> {n.toLocaleString('en')} of{' '}
                    {(row.of[i] ?? 0).toLocaleString('en')}
                  </td>
                ))}
              </tr>
              <tr>
                <td className="said" colSpan={3}>
                  {said(row)}
                </td>
              </tr>
            </Fragment>
          ))}
        </tbody>
      </Figures>
    </Beside>
  );
}
