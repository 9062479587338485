'use client';
/** Questions: a line each, which opens into what was answered. */
import { useState } from 'react';
import styled from 'styled-components';
import type { DrawnQuestion, Findings } from '../../contract/results';
import { Muted } from '../../ui/text';
import { number, percent } from './bars';
import { DrawingOf } from './drawings';
import { WithTable } from './take-out';

const List = styled.ol`
  list-style: none;
  border-top: 1px solid var(--ink);
  details {
    border-bottom: 1px solid var(--line);
  }
  summary {
    display: grid;
    grid-template-columns: 26px minmax(0, 1fr) 84px 84px 150px;
    gap: 2px 14px;
    align-items: baseline;
    padding: 10px 8px;
    cursor: pointer;
    font-variant-numeric: tabular-nums;
    list-style: none;
  }
  summary::-webkit-details-marker {
    display: none;
  }
  summary:hover,
  details[open] > summary {
    background: var(--saffron-wash);
  }
  .place {
    color: var(--ink-2);
  }
  .name {
    font: 600 16px/1.35 var(--heading);
    overflow-wrap: anywhere;
  }
  .number {
    text-align: end;
  }
  .said {
    grid-column: 2 / -1;
    color: var(--ink-2);
    font-size: 14px;
  }
  .open {
    padding: 14px 8px 26px 48px;
    max-width: 860px;
  }
  @media (max-width: 699px) {
    summary {
      grid-template-columns: 22px minmax(0, 1fr) auto;
      .skipped,
      .track {
        display: none;
      }
    }
    .open {
      padding-inline-start: 8px;
    }
  }
`;
const Head = styled.div`
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) 84px 84px 150px;
  gap: 14px;
  padding: 0 8px 6px;
  color: var(--ink-2);
  font-size: 13px;
  span:nth-child(n + 3) {
    text-align: end;
  }
  span:last-child {
    text-align: start;
  }
  @media (max-width: 699px) {
    display: none;
  }
`;

export function QuestionsView({ questions }: { questions: Findings['drawn'] }) {
  if (questions.length === 0) return <Muted as="p">This quiz asks nothing.</Muted>;
  return (
    <section aria-label="Questions">
      <WithTable of="questions" name="Questions">
        <Muted $small>A line each; the thin line across a bar is where its share lies with 95 % certainty.</Muted>
      </WithTable>
      <Head aria-hidden="true">
        <span />
        <span />
        <span>answered</span>
        <span>skipped</span>
        <span>{questions.some(({ right }) => right) && 'right'}</span>
      </Head>
      <List>
        {questions.map((question, i) => (
          <li key={question.id}>
            <Question question={question} place={i + 1} />
          </li>
        ))}
      </List>
    </section>
  );
}

/** What is closed is not drawn. */
function Question({ question, place }: { question: DrawnQuestion; place: number }) {
  const [isOpen, setOpen] = useState(false);
  const { id, name, answered, skipped, right, pending, said, drawing } = question;
  const words = [...said, ...(pending > 0 ? [`${number(pending)} are not marked yet.`] : [])];
  return (
    <details open={isOpen} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        <span className="place">{place}</span>
        <span className="name">{name}</span>
        <span className="number">
          {number(answered)}
          <span className="sr-only"> answers</span>
        </span>
        <span className="number skipped">
          {skipped !== undefined && number(skipped)}
          {skipped !== undefined && <span className="sr-only"> skipped</span>}
        </span>
        <span className="track">{right && (answered > pending ? <RightShare share={right.share} /> : '–')}</span>
        {words.length > 0 && <span className="said">{words.join(' ')}</span>}
      </summary>
      {isOpen && (
        <div className="open">
          <WithTable of={drawing.as === 'words' ? `words ${id}` : `question ${id}`} name={name}>
            <Muted $small>{number(answered)} answers</Muted>
          </WithTable>
          <DrawingOf question={id} name={name} drawing={drawing} />
        </div>
      )}
    </details>
  );
}

const RightShare = ({ share }: { share: number }) => (
  <span style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
    <span style={{ width: 40, textAlign: 'end' }}>
      {percent(share)}
      <span className="sr-only"> right</span>
    </span>
    <span aria-hidden="true" style={{ flex: 1, height: 8, background: 'var(--line)' }}>
      <i style={{ display: 'block', height: '100%', width: percent(share), background: 'var(--pine)' }} />
    </span>
  </span>
);
