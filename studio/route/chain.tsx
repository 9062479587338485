'use client';
/** The chain of quizzes that this one belongs to, as one journey. */
import { Muted } from '../../ui/text';
import { Link } from '../../ui/link';
import styled from 'styled-components';
import { handOversIn, journeyFrom, leadingTo, type Stop } from '../../core/flow/chain';
import type { Quiz } from '../../core/schema/quiz';
import { Mark } from '../../ui/marks';
import { usePublication } from '../shared/publication';

const Journey = styled.section`
  border-top: 1px solid var(--ink);
  margin-top: 28px;
  padding-top: 10px;
  a {
    color: inherit;
    text-underline-offset: 3px;
    text-decoration-color: var(--ink-3);
  }
`;

export function Chain({ quiz }: { quiz: Quiz }) {
  const { live } = usePublication();
  const own = { id: quiz.id, title: quiz.title, live: live.edition !== null, handOvers: handOversIn(quiz) };
  const before = leadingTo(quiz.id, live.quizzes);
  if (own.handOvers.length === 0 && before.length === 0) return null;
  const journey = journeyFrom(own, live.quizzes);
  return (
    <Journey aria-label="The whole journey">
      <h2 style={{ font: '700 18px/1.4 var(--heading)' }}>The whole journey</h2>
      {before.length > 0 && (
        <p style={{ color: 'var(--ink-2)', margin: '4px 0' }}>
          Visitors come here from{' '}
          {before.map((q, i) => (
            <span key={q.id}>
              {i > 0 && ', '}
              <Link href={`/quizzes/${q.id}/route`}>{q.title || 'Untitled'}</Link>
            </span>
          ))}
          .
        </p>
      )}
      <p style={{ margin: '4px 0', fontWeight: 600 }}>{quiz.title || 'This quiz'}</p>
      <Onward stop={journey} />
    </Journey>
  );
}

function Onward({ stop }: { stop: Stop }) {
  if (stop.onward.length === 0) return null;
  return (
    <ol style={{ listStyle: 'none', paddingInlineStart: 14, borderInlineStart: '2px solid var(--line)' }}>
      {stop.onward.map(({ by, stop: next }, i) => (
        <li key={i} style={{ padding: '4px 0' }}>
          <Muted $small>
            after {by.from}
            {by.when && `, when ${by.when}`}
            {by.carries > 0 && `, with ${by.carries} ${by.carries === 1 ? 'value' : 'values'}`}
          </Muted>
          <span style={{ display: 'flex', gap: 8, alignItems: 'baseline' }}>
            <Mark kind={next.gone ? 'no' : next.live ? 'yes' : 'not-yet'} size={12} />
            {next.gone ? (
              <b style={{ color: 'var(--brick)' }}>a quiz that is gone</b>
            ) : (
              <span>
                <Link href={`/quizzes/${next.id}/route`} style={{ fontWeight: 600 }}>
                  {next.title || 'Untitled'}
                </Link>
                {next.again ? ', as above' : next.live ? '' : ', not live yet'}
              </span>
            )}
          </span>
          <Onward stop={next} />
        </li>
      ))}
    </ol>
  );
}
