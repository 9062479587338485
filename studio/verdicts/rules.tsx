'use client';
/** A verdict by rules: sentences read from the top, the first that holds names the outcome. */
import { Inline } from '../../ui/text';
import { Plus, X } from 'lucide-react';
import { type KeyboardEvent, useRef } from 'react';
import styled from 'styled-components';
import { conditionWords } from '../../core/conditions/describe';
import { Choose, TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { ConditionSentence } from '../shared/condition';
import { firstTest } from '../shared/subjects';
import type { Of } from '../../core/verdicts/kind';
import type { Props, StudioVerdict } from './kind';

const RuleList = styled.ol`
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  li {
    display: grid;
    grid-template-columns: 24px 1fr auto;
    border-top: 1px solid var(--line);
    padding: 6px 0;
  }
  button[data-rule] {
    border: 0;
    background: none;
    padding: 0;
    text-align: start;
    color: var(--ink-2);
    height: 26px;
  }
`;

type ByRules = Of<'rules'>;

function Rules({ quiz, verdict }: Props<ByRules>) {
  const store = useDocumentStore();
  const list = useRef<HTMLOListElement>(null);
  const { rules, outcomes } = verdict;
  const set = (to: ByRules['rules'], join?: string) =>
    store
      .getState()
      .edit(setField('set-rules', ['verdicts', verdict.id], ['rules'], rules, to), join && `${join} ${verdict.id}`);
  // Rules look at the whole way: every question stands before them.
  const page = quiz.pages.filter((p) => p.stage === 'ask').at(-1)?.id ?? '';
  const move = (event: KeyboardEvent, i: number) => {
    const to = i + (event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0);
    const moved = rules[i];
    if (!event.altKey || to === i || to < 0 || to >= rules.length || !moved) return;
    event.preventDefault();
    const others = rules.filter((_, k) => k !== i);
    set([...others.slice(0, to), moved, ...others.slice(to)]);
    requestAnimationFrame(() => list.current?.querySelectorAll<HTMLElement>('[data-rule]')[to]?.focus());
  };
  return (
    <>
      <RuleList ref={list} aria-label={`Rules of ${verdict.name}`}>
        {rules.map((rule, i) => (
          <li key={i}>
            <button
              type="button"
              data-rule=""
              aria-label={`Rule ${i + 1}; Alt and arrow keys move it`}
              title="Alt ↑ ↓ moves it"
              onKeyDown={(event) => move(event, i)}
            >
              {i + 1}
            </button>
            <Inline>
              When{' '}
              <ConditionSentence
                quiz={quiz}
                page={page}
                value={rule.when}
                onChange={(when, join) =>
                  set(
                    rules.map((r, k) => (k === i ? { ...r, when } : r)),
                    join && `rule ${i} ${join}`,
                  )
                }
              />
              , it is{' '}
              <Choose
                label={`Outcome of rule ${i + 1}`}
                value={rule.outcome}
                options={[
                  ...(outcomes.some((o) => o.id === rule.outcome)
                    ? []
                    : [{ id: rule.outcome, label: 'one that is gone' }]),
                  ...outcomes.map((o) => ({ id: o.id, label: o.name || 'Unnamed' })),
                ]}
                onChange={(outcome) => set(rules.map((r, k) => (k === i ? { ...r, outcome } : r)))}
              />
              .
            </Inline>
            <TextButton
              aria-label={`Remove rule ${i + 1}: ${conditionWords(quiz, rule.when)}`}
              onPress={() => set(rules.filter((_, k) => k !== i))}
            >
              <X size={13} />
            </TextButton>
          </li>
        ))}
      </RuleList>
      {outcomes[0] && (
        <TextButton
          onPress={() => {
            const outcome = outcomes[rules.length % outcomes.length]?.id ?? '';
            set([...rules, { when: firstTest(quiz, page), outcome }]);
          }}
        >
          <Plus size={15} /> Add a rule
        </TextButton>
      )}
    </>
  );
}

export const rules: StudioVerdict<ByRules> = {
  label: 'rules',
  saidAs: () => 'by rules',
  orElse: 'no outcome',
  Sentence: () => ', the first that holds.',
  Body: Rules,
};
