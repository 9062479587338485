'use client';
/** How long visitors took, and where they pause. */
import styled from 'styled-components';
import type { Findings } from '../../contract/results';
import { pauseIn } from '../../core/stats/pace';
import { Muted } from '../../ui/text';
import { Bars, number } from './bars';
import { Figures, Section, Sideways } from './section';
import { WithTable } from './take-out';

type Told = Findings['pace'];

const Time = styled(Section)`
  .both {
    display: flex;
    flex-wrap: wrap;
    gap: 20px 56px;
    margin-top: 8px;
  }
  .both > * {
    flex: 1 1 320px;
    min-width: 0;
    max-width: 560px;
  }
  table {
    width: 100%;
  }
  tr.long > * {
    font-weight: 700;
  }
`;

/** "8 s", "2 min 30 s"; beyond what is counted there is no end. */
function spoken(seconds: number | null, beyond: string): string {
  if (seconds === null) return beyond;
  const whole = Math.round(seconds);
  if (whole < 100) return `${whole} s`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} min${rest ? ` ${rest} s` : ''}`;
}

export function PaceOf({ pace: { pages, all } }: { pace: Told }) {
  if (pages.length === 0) return null;
  const longest = pauseIn(pages);
  return (
    <Time aria-label="How long it takes">
      <WithTable of="pace" name="How long it takes">
        <h3>How long it takes</h3>
      </WithTable>
      <p>
        {all &&
          `Half of those who finish take ${spoken(all.median, 'over an hour')} or less; the middle half between ${spoken(all.low, 'over an hour')} and ${spoken(all.high, 'over an hour')}.`}{' '}
        {longest &&
          `They pause longest at ${longest.name}: half of them for ${spoken(longest.median, 'over half an hour')} or more.`}
      </p>
      <div className="both">
        {all && (
          <div>
            <Muted as="p" $small style={{ marginBottom: 6 }}>
              Minutes from the first page to the last, of {number(all.runs)} who finished
            </Muted>
            <Bars label="Minutes to finish" bars={all.bars.filter(({ count }) => count > 0)} />
          </div>
        )}
        <Sideways tabIndex={0} role="group" aria-label="Time for each page">
          <Figures $numbers aria-label="Time for each page">
            <thead>
              <tr>
                <th scope="col">Page</th>
                <th scope="col">A quarter within</th>
                <th scope="col">Half within</th>
                <th scope="col">Three quarters within</th>
              </tr>
            </thead>
            <tbody>
              {pages.map((page) => (
                <tr key={page.id} className={page.id === longest?.id ? 'long' : undefined}>
                  <th scope="row">{page.name}</th>
                  <td>{spoken(page.low, '–')}</td>
                  <td>{spoken(page.median, '–')}</td>
                  <td>{spoken(page.high, '–')}</td>
                </tr>
              ))}
            </tbody>
          </Figures>
        </Sideways>
      </div>
    </Time>
  );
}
