'use client';
/** The visitor's view beside the manuscript: it stands on the page that is being written, and can be answered. */
import { memo, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Quiz } from '../../core/schema/quiz';
import { quizIndex } from '../../core/document/lookup';
import { type Run, startRun, step } from '../../core/flow/run';
import { resultOf } from '../../core/flow/result';
import type { Values } from '../../visitor/questions/values';
import { TryPage, standOn } from '../shell/try-quiz';
import { ViewSwitch, type Width } from '../shell/view-switch';
import { measuresOf } from '../edits/measures';
import { Bar } from '../shared/sheet';

const Aside = styled.aside`
  flex: 1;
  min-width: 0;
  border-inline-start: 1px solid var(--line);
  background: var(--chalk);
  padding: 12px 24px 24px;
  position: sticky;
  top: 0;
  height: calc(100vh - 56px);
  overflow: auto;
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-bottom: 12px;
    font-size: 13px;
  }
  .run {
    display: flex;
    justify-content: space-between;
    gap: 4px 16px;
    flex-wrap: wrap;
    font-size: 13px;
    color: var(--ink-2);
    margin-top: 12px;
    overflow-wrap: anywhere;
  }
  b {
    font-weight: 600;
    color: var(--ink);
  }
  @media (max-width: 899px) {
    display: none;
  }
`;

export const LiveView = memo(function LiveView({ quiz, page }: { quiz: Quiz; page: string }) {
  const [run, setRun] = useState<Run>(() => startRun(quiz, { seed: 1 }));
  const [filled, setFilled] = useState<Values | null>(null);
  const [width, setWidth] = useState<Width>('phone');
  const stands = run.way.at(-1)?.page;
  useEffect(() => {
    if (page && page !== stands) setRun((old) => standOn(quiz, old, page));
    // Follow the cursor only when it moves, so that answering in the view is not undone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [page]);
  const shown = useMemo(
    () => (quizIndex(quiz).pages.has(stands ?? '') || run.finished ? run : startRun(quiz, { seed: 1 })),
    [quiz, run, stands],
  );
  return (
    <Aside aria-label="Visitor’s view">
      <div className="head">
        <b>Visitor’s view</b>
        <ViewSwitch width={width} onChange={setWidth} />
      </div>
      <div style={{ maxWidth: width === 'phone' ? 360 : 640, margin: '0 auto' }}>
        <TryPage
          quiz={quiz}
          run={shown}
          send={(sent) => {
            const next = step(quiz, shown, sent);
            if ('run' in next) setRun(next.run);
          }}
          again={() => setRun(startRun(quiz, { seed: 1 }))}
          onFilled={setFilled}
        />
        <ThisRun quiz={quiz} run={shown} filled={filled} />
      </div>
    </Aside>
  );
});

/** What the answers given in the view come to so far, those on the open page included. */
function ThisRun({ quiz, run, filled }: { quiz: Quiz; run: Run; filled: Values | null }) {
  const targets = measuresOf(quiz);
  const result = useMemo(() => {
    const here = run.way.at(-1);
    const blocks =
      quizIndex(quiz)
        .pages.get(here?.page ?? '')
        ?.blocks.map((b) => b.id) ?? [];
    const way = here ? [...run.way.slice(0, -1), { page: here.page, shown: blocks }] : run.way;
    return resultOf(quiz, { ...run, way, answers: { ...run.answers, ...filled?.answers } });
  }, [quiz, run, filled]);
  const scales = quiz.scales.filter((s) => result.scales[s.id]?.points !== null);
  const leads = Object.values(result.verdicts)[0]?.outcomes[0];
  const leader = targets.find((t) => t.id === leads);
  const spoken = Object.values(result.verdicts).some((v) => Object.values(v.tallies ?? {}).some((t) => t !== 0));
  if (scales.length === 0 && !leader) return null;
  return (
    <div className="run" aria-live="off">
      <span>
        This run:{' '}
        {scales.map((s, i) => (
          <span key={s.id}>
            {i > 0 && ', '}
            {s.name} <b>{result.scales[s.id]?.points}</b>
          </span>
        ))}
        {scales.length === 0 && 'no scale yet'}
      </span>
      {leader && spoken && (
        <span>
          {run.finished ? 'ends as ' : 'leads '}
          <Bar $n={leader.colour ?? 0} />
          <b>{leader.name}</b>
        </span>
      )}
    </div>
  );
}
