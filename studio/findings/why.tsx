'use client';
/** Why a run came out as it did: what spoke for it, and what would have led elsewhere. */
import { useEffect, useState } from 'react';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { Alarm, Muted, PlainList, Strong } from '../../ui/text';
import { messageOf } from '../shared/trouble';

type Why = AnswerOf<'GET /api/quizzes/{quiz}/people/{run}/why'>['verdicts'][number];

export function WhyThis({ quiz, run }: { quiz: string; run: string }) {
  const [told, setTold] = useState<Why[] | null>(null);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    let over = false;
    call('GET /api/quizzes/{quiz}/people/{run}/why', { quiz, run }).then(
      ({ verdicts }) => !over && setTold(verdicts),
      (error: unknown) => !over && setTrouble(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [quiz, run]);
  if (trouble) return <Alarm role="alert">{trouble}</Alarm>;
  return (
    <>
      {told?.map((why) => (
        <section
          key={why.id}
          aria-label={`Why ${why.outcome}`}
          style={{ borderTop: '1px solid var(--ink)', marginTop: 18, paddingTop: 10 }}
        >
          <h3 style={{ font: '700 17px/1.35 var(--heading)', marginBottom: 6 }}>Why {why.outcome}</h3>
          <Reasons why={why} />
          <Turns why={why} />
        </section>
      ))}
    </>
  );
}

const signed = (n: number) => (n > 0 ? `+${n}` : String(n).replace('-', '−'));

function Reasons({ why: { reasons, closest } }: { why: Why }) {
  if (reasons.length === 0) return null;
  const most = Math.max(...reasons.map(({ points }) => Math.abs(points)));
  return (
    <>
      <Muted as="p" $small>
        {closest
          ? `What each answer gave, more than to ${closest.name}, which came closest${closest.behind > 0 ? ` and was ${closest.behind} behind` : ' and is level'}:`
          : 'What each answer gave:'}
      </Muted>
      <PlainList style={{ margin: '6px 0 10px' }}>
        {reasons.map(({ question, answer, points }) => (
          <li
            key={question}
            style={{ display: 'grid', gridTemplateColumns: '46px 90px minmax(0, 1fr)', gap: 12, padding: '3px 0' }}
          >
            <Strong style={{ textAlign: 'end', fontVariantNumeric: 'tabular-nums' }}>{signed(points)}</Strong>
            <i
              aria-hidden="true"
              style={{
                height: 8,
                marginTop: 8,
                width: `${(Math.abs(points) / most) * 100}%`,
                background: points > 0 ? 'var(--data-1)' : 'var(--ink-3)',
              }}
            />
            <span style={{ overflowWrap: 'anywhere' }}>
              {answer} <Muted $small>{question}</Muted>
            </span>
          </li>
        ))}
      </PlainList>
    </>
  );
}

const changed = (changes: Why['decisive'][number]['changes']) =>
  changes.map(({ question, answer }) => `“${answer || 'nothing'}” to “${question}”`).join(' and ');

/** Turns of one answer that are told; there may be a hundred. */
const MOST_TOLD = 6;

function Turns({ why: { decisive, least, isAll } }: { why: Why }) {
  if (decisive.length > 0)
    return (
      <>
        <p>One answer would have been enough:</p>
        <PlainList>
          {decisive.slice(0, MOST_TOLD).map(({ changes, outcome }, i) => (
            <li key={i} style={{ padding: '3px 0', overflowWrap: 'anywhere' }}>
              With {changed(changes)} it would have been <Strong>{outcome}</Strong>.
            </li>
          ))}
        </PlainList>
        {decisive.length > MOST_TOLD && <Muted $small>And {decisive.length - MOST_TOLD} other answers.</Muted>}
      </>
    );
  if (least)
    return (
      <p style={{ overflowWrap: 'anywhere' }}>
        No answer alone would have changed it. {least.changes.length === 2 ? 'Two' : 'Three'} together would: with{' '}
        {changed(least.changes)} it would have been <Strong>{least.outcome}</Strong>.
      </p>
    );
  return (
    <p>
      {isAll
        ? 'It is certain: more than three answers would have had to be others.'
        : 'No change was found among those that were looked at; there are too many to look at all.'}
    </p>
  );
}
