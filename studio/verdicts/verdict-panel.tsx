'use client';
/** How a verdict is decided, as sentences with choices in them. */
import { Strong } from '../../ui/text';
import styled from 'styled-components';
import type { Quiz, Verdict } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { decideBy } from '../edits/weigh-edits';
import { studioVerdict, verdictChoices } from './registry';
import { useFields } from '../fields/use-fields';

const Panel = styled.div`
  border-top: 1px solid var(--ink);
  padding: 10px 0;
  line-height: 26px;
`;

export function VerdictPanel({ quiz, verdict }: { quiz: Quiz; verdict: Verdict }) {
  const store = useDocumentStore();
  const { set } = useFields<Verdict>(verdict, () => ['verdicts', verdict.id]);
  const { Sentence, Body, orElse } = studioVerdict(verdict);
  return (
    <Panel>
      <Strong>{verdict.name}</Strong> is decided by{' '}
      <Choose
        label="How it is decided"
        value={verdict.by}
        options={verdictChoices}
        onChange={(by) => {
          if (by !== verdict.by) store.getState().edit(decideBy(store.getState().quiz, verdict, by));
        }}
      />
      <Sentence quiz={quiz} verdict={verdict} />{' '}
      {verdict.outcomes.length > 0 && (
        <>
          Where nothing decides, it is{' '}
          <Choose
            label="Where nothing decides"
            value={verdict.fallback ?? ''}
            options={[
              { id: '', label: orElse },
              ...verdict.outcomes.map((o) => ({ id: o.id, label: o.name || 'Unnamed' })),
            ]}
            onChange={(to) => set('fallback', to || undefined)}
          />
          .
        </>
      )}
      {Body && <Body quiz={quiz} verdict={verdict} />}
    </Panel>
  );
}
