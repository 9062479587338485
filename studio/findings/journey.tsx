'use client';
/** The journey: one band that narrows from those who saw the quiz to those who took the offer. */
import styled from 'styled-components';
import type { Findings } from '../../contract/results';
import type { JourneyStep } from '../../core/stats/counts';
import { WithTable } from './take-out';

const Scroll = styled.div`
  overflow-x: auto;
  .inner {
    position: relative;
    min-width: calc(var(--steps) * 76px);
  }
  ol {
    list-style: none;
    display: grid;
    grid-template-columns: repeat(var(--steps), minmax(0, 1fr));
  }
  .heads li {
    border-inline-start: 1px solid var(--ink);
    padding: 6px 4px 4px 7px;
    min-width: 0;
    display: flex;
    flex-direction: column;
    justify-content: flex-end;
    span {
      display: block;
      font-size: 13px;
      line-height: 16px;
      color: var(--ink-2);
      display: -webkit-box;
      -webkit-box-orient: vertical;
      -webkit-line-clamp: 2;
      overflow: hidden;
      overflow-wrap: break-word;
    }
    b {
      font: 700 20px/1.3 var(--heading);
      font-variant-numeric: tabular-nums;
    }
  }
  .losses li {
    font-size: 13px;
    line-height: 16px;
    color: var(--ink-2);
    padding: 0 4px 0 7px;
    font-variant-numeric: tabular-nums;
    position: relative;
  }
  .losses .worst {
    color: var(--brick);
    font-weight: 700;
    font-size: 15px;
  }
`;

const HEIGHT = 112;
const COLUMN = 100;
const number = (n: number) => n.toLocaleString('en');

/** The band's outline: flat on top, stepping down below. */
function outline(heights: number[]): string {
  const width = heights.length * COLUMN;
  let path = `M0 0H${width}V${heights.at(-1) ?? 0}`;
  for (let i = heights.length - 1; i > 0; i--) {
    const x = i * COLUMN;
    const [here, before] = [heights[i] ?? 0, heights[i - 1] ?? 0];
    path += `H${x + 16}C${x + 4} ${here} ${x + 6} ${before} ${x - 6} ${before}`;
  }
  return `${path}H0Z`;
}

export function Journey({ steps, ends }: { steps: JourneyStep[]; ends: Findings['ends'] }) {
  const most = Math.max(1, ...steps.map((s) => s.count));
  const heights = steps.map((s) => (s.count === 0 ? 0 : Math.max(1.5, (s.count / most) * HEIGHT)));
  // Not starting, not leaving an address and not buying are choices; leaving in the middle of the questions is the loss to look at.
  const pages = steps.filter((s) => s.key.startsWith('leave '));
  const worst = pages.reduce<JourneyStep | null>((a, b) => (b.lost > (a?.lost ?? 0) ? b : a), null);
  const share = (part: number, whole: number) => (whole ? `${Math.round((part / whole) * 1000) / 10}%` : '–');
  const count = (key: string) => steps.find((s) => s.key === key)?.count ?? 0;
  return (
    <section aria-label="Journey">
      <WithTable of="journey" name="The journey">
        <span className="sr-only">The journey</span>
      </WithTable>
      <Scroll style={{ '--steps': steps.length }} tabIndex={0} role="group" aria-label="The journey, step by step">
        <div className="inner">
          <ol className="heads">
            {steps.map((s) => (
              <li key={s.key} title={s.name}>
                <span>{s.name}</span>
                <b>{number(s.count)}</b>
              </li>
            ))}
          </ol>
          <svg
            viewBox={`0 0 ${steps.length * COLUMN} ${HEIGHT}`}
            width="100%"
            height={HEIGHT}
            preserveAspectRatio="none"
            aria-hidden="true"
            style={{ display: 'block' }}
          >
            <path d={outline(heights)} style={{ fill: 'var(--ink)' }} />
          </svg>
          <ol className="losses">
            {steps.map((s, i) => (
              <li key={s.key} style={{ top: (heights[i] ?? 0) - HEIGHT + 8 }}>
                {s.lost > 0 && <span className={s === worst ? 'worst' : undefined}>−{number(s.lost)}</span>}
              </li>
            ))}
          </ol>
        </div>
      </Scroll>
      <p style={{ color: 'var(--ink-2)', marginTop: 4 }}>
        {share(count('started'), count('seen'))} of those who see it start; {share(count('finished'), count('started'))}{' '}
        of those who start finish
        {steps.some((s) => s.key === 'contact') && (
          <>; {share(count('contact'), count('finished'))} of those who finish leave an address</>
        )}
        .
        {worst && worst.lost > 0 && (
          <span style={{ color: 'var(--brick)', fontWeight: 600 }}>
            {' '}
            Nowhere between the questions do more stop than at {worst.name}: {share(worst.lost, worst.entered)} of those
            who come to it.
          </span>
        )}
      </p>
      {ends.length > 0 && (
        <p style={{ color: 'var(--ink-2)', marginTop: 2 }}>
          Of those who started, {ends.map(({ words, count: n }) => `${number(n)} ${words}`).join('; ')}.
        </p>
      )}
    </section>
  );
}
