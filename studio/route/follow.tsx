'use client';
/** Following a visitor: answers are picked, the way lights up, and the scores move. */
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { answerText } from '../../core/questions/registry';
import { quizIndex, nameOf } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { rehearsedRun } from '../../core/rehearsal/sampled';

import { foldRun, type Run, type Sent } from '../../core/flow/run';
import { resultOf } from '../../core/flow/result';
import { TextButton } from '../../ui/controls';
import { TryPage } from '../shell/try-quiz';
import { measuresOf } from '../edits/measures';
import { Bar } from '../shared/sheet';
import { KeepExample } from './examples';

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 168px;
  gap: 24px;
  align-items: start;
  .way {
    list-style: none;
    margin: 0 0 12px;
    padding: 0;
    font-size: 13px;
  }
  .way li {
    display: grid;
    grid-template-columns: 24px 1fr;
    padding: 5px 0;
    border-bottom: 1px solid var(--line);
    color: var(--ink-2);
  }
  .way b {
    color: var(--ink);
  }
  .score {
    display: flex;
    justify-content: space-between;
    font-size: 13px;
    padding-top: 8px;
    font-variant-numeric: tabular-nums;
  }
  .bar {
    height: 4px;
    background: var(--line);
  }
  .bar i {
    display: block;
    height: 100%;
  }
  @media (max-width: 560px) {
    grid-template-columns: 1fr;
  }
`;

export function Follow({ quiz, onWay }: { quiz: Quiz; onWay: (way: string[]) => void }) {
  const [sent, setSent] = useState<Sent[]>([]);
  const [alone, setAlone] = useState<number | null>(null);
  const run = useMemo<Run>(
    () => (alone === null ? foldRun(quiz, { seed: 1 }, sent) : rehearsedRun(quiz, alone)),
    [quiz, sent, alone],
  );
  const begun = alone !== null || sent.length > 0;
  useEffect(() => {
    onWay(begun ? run.way.map((v) => v.page) : []);
  }, [run, begun, onWay]);
  const startOver = () => {
    setSent([]);
    setAlone(null);
  };
  return (
    <section aria-label="Follow a visitor" style={{ borderTop: '1px solid var(--ink)', marginTop: 28, paddingTop: 10 }}>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 18px', alignItems: 'baseline', marginBottom: 8 }}>
        <h2 style={{ font: '700 18px/1.4 var(--heading)', flex: 1, whiteSpace: 'nowrap' }}>Follow a visitor</h2>
        <TextButton $weight={500} isDisabled={!begun} onPress={startOver}>
          Start over
        </TextButton>
        <TextButton
          $weight={500}
          isDisabled={alone !== null || sent.length === 0}
          onPress={() => setSent(sent.slice(0, -1))}
        >
          A step back
        </TextButton>
        <TextButton $weight={500} onPress={() => setAlone((alone ?? 0) + 1)}>
          Let one run by itself
        </TextButton>
        {run.finished && begun && <KeepExample quiz={quiz} run={run} />}
      </div>
      <Two>
        <div>
          <WaySoFar quiz={quiz} run={run} />
          {alone === null && (
            <div style={{ maxWidth: 390 }}>
              <TryPage
                explains
                quiz={quiz}
                run={run}
                send={(one) => setSent((old) => [...old, one])}
                again={startOver}
              />
            </div>
          )}
        </div>
        <ScoresSoFar quiz={quiz} run={run} begun={begun} />
      </Two>
    </section>
  );
}

/** The pages that were passed, with what was answered there. */
function WaySoFar({ quiz, run }: { quiz: Quiz; run: Run }) {
  const { pages, questions, position } = quizIndex(quiz);
  const passed = run.finished ? run.way : run.way.slice(0, -1);
  if (passed.length === 0) return null;
  return (
    <ol className="way" aria-label="The way so far">
      {passed.map((visit, i) => (
        <li key={i}>
          <b>{(position.get(visit.page) ?? -1) + 1}</b>
          <span>
            {pages.get(visit.page)?.name || 'A page'}
            {visit.shown.flatMap((id) => {
              const question = questions.get(id);
              const words = question && answerText(question, run.answers[id]);
              return words ? (
                <span key={id} title={nameOf(question)}>
                  : <b>{words}</b>
                </span>
              ) : (
                []
              );
            })}
          </span>
        </li>
      ))}
    </ol>
  );
}

function ScoresSoFar({ quiz, run, begun }: { quiz: Quiz; run: Run; begun: boolean }) {
  const result = useMemo(() => resultOf(quiz, run), [quiz, run]);
  const values = measuresOf(quiz).map((target) => {
    const verdict = target.verdict === null ? undefined : result.verdicts[target.verdict];
    const points = target.verdict === null ? result.scales[target.id]?.points : verdict?.tallies?.[target.id];
    return { target, points: points ?? null, leads: begun && verdict?.outcomes.includes(target.id) === true };
  });
  const most = Math.max(1, ...values.map((v) => Math.abs(v.points ?? 0)));
  return (
    <div aria-label="Scores so far" role="group">
      {values.map(({ target, points, leads }) => (
        <div key={target.id}>
          <div className="score">
            <span style={leads ? { fontWeight: 600 } : undefined}>
              {target.colour !== null && <Bar $n={target.colour} />}
              {target.name}
              {leads ? (run.finished ? ' it is' : ' leads') : ''}
            </span>
            <b>{points === null ? '' : String(points).replace('-', '−')}</b>
          </div>
          <div className="bar">
            <i
              style={{
                width: `${(Math.abs(points ?? 0) / most) * 100}%`,
                background: target.colour === null ? 'var(--data-8)' : `var(--data-${(target.colour % 8) + 1})`,
              }}
            />
          </div>
        </div>
      ))}
    </div>
  );
}
