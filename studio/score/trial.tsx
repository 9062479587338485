'use client';
/** One run beside the grid and what it comes to: a perfect one, an empty one, or one put together by choosing answers. */
import { Strong } from '../../ui/text';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { offeredBy } from '../../core/questions/registry';
import { perfectAnswers } from '../../core/rehearsal/perfect';
import { quizIndex } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { walk } from '../../core/flow/walk';
import { type Answer, chosenIn } from '../../core/values/answer';
import { resultOf } from '../../core/flow/result';
import { measuresOf } from '../edits/measures';
import { Bar } from '../shared/sheet';
import { Views } from '../shell/view-switch';
import { number } from './column-totals';
import type { GridRow } from './cells';

const Sums = styled.dl`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, auto);
  overflow-wrap: anywhere;
  gap: 4px 12px;
  margin: 8px 0 0;
  dd {
    text-align: end;
  }
`;

type Kind = 'perfect' | 'empty' | 'own';
export type Trial = ReturnType<typeof useTrial>;

export function useTrial(quiz: Quiz) {
  const [kind, setKind] = useState<Kind>(() => (Object.keys(perfectAnswers(quiz)).length ? 'perfect' : 'empty'));
  const [own, setOwn] = useState<Record<string, Answer>>({});
  const answers = useMemo(
    () => (kind === 'perfect' ? perfectAnswers(quiz) : kind === 'empty' ? {} : own),
    [kind, quiz, own],
  );
  const toggle = ({ of: { question, id } }: GridRow) => {
    const offered = offeredBy(question);
    if (!offered) return;
    const chosen = chosenIn(own[question.id]);
    const next = chosen.includes(id) ? chosen.filter((c) => c !== id) : offered.pick === 'one' ? [id] : [...chosen, id];
    setOwn({ ...own, [question.id]: next });
  };
  const has = ({ of: { question, id } }: GridRow) => chosenIn(answers[question.id]).includes(id);
  return { kind, setKind, answers, picked: kind === 'own' ? { has, toggle } : null };
}

export function TrialPart({ quiz, trial: { kind, setKind, answers } }: { quiz: Quiz; trial: Trial }) {
  const result = useMemo(() => {
    const { questions } = quizIndex(quiz);
    // Drop parts of an answer that no longer exist in its question.
    const known = Object.entries(answers).flatMap(([id, answer]) => {
      const question = questions.get(id);
      const offered = offeredBy(question);
      if (!offered) return question ? [[id, answer] as const] : [];
      const left = chosenIn(answer).filter((o) => offered.options.some((x) => x.id === o));
      return left.length ? [[id, left] as const] : [];
    });
    return resultOf(quiz, walk(quiz, { id: 'trial', answers: Object.fromEntries(known) }).run);
  }, [quiz, answers]);
  const targets = measuresOf(quiz);
  return (
    <section aria-label="One run" style={{ borderTop: '1px solid var(--ink)', marginTop: 16, paddingTop: 10 }}>
      <Views<Kind>
        label="Which run"
        value={kind}
        options={[
          { id: 'perfect', label: 'All right' },
          { id: 'empty', label: 'Nothing answered' },
          { id: 'own', label: 'Your own' },
        ]}
        onChange={setKind}
      />
      {kind === 'own' && (
        <p style={{ color: 'var(--ink-2)', fontSize: 13, margin: '6px 0' }}>
          Choose answers by the marks at the left of the grid.
        </p>
      )}
      <Sums>
        {result.marks.possible > 0 && (
          <>
            <dt>Marks</dt>
            <dd>
              <Strong>{number(result.marks.awarded)}</Strong> of {number(result.marks.possible)}
            </dd>
          </>
        )}
        {quiz.scales.map((s) => {
          const points = result.scales[s.id]?.points ?? null;
          return (
            <div key={s.id} style={{ display: 'contents' }}>
              <dt>{s.name}</dt>
              <dd>
                <Strong>{points === null ? '–' : number(points)}</Strong>
              </dd>
            </div>
          );
        })}
        {quiz.verdicts.map((v) => {
          const ids = result.verdicts[v.id]?.outcomes ?? [];
          const reached = targets.filter((t) => ids.includes(t.id));
          return (
            <div key={v.id} style={{ display: 'contents' }}>
              <dt>{v.name}</dt>
              <dd>
                {reached.length === 0
                  ? '–'
                  : reached.map((t) => (
                      <span key={t.id} style={{ display: 'block' }}>
                        <Bar $n={t.colour ?? 0} />
                        {t.name}
                      </span>
                    ))}
              </dd>
            </div>
          );
        })}
      </Sums>
    </section>
  );
}
