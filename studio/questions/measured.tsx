'use client';
/** Number, slider, rating and date: ends, steps, and what is right. */
import type { Question } from '../../core/schema/quiz';

import { Toggle } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { placeOfBlock } from '../edits/edits';
import { NumberField } from '../fields/number-field';
import { Row } from '../shared/sheet';
import { Factors } from './factor';
import type { ReactNode } from 'react';
import type { Body } from './kind';
import { useBlockFields } from '../fields/use-fields';

type Measured = Extract<Question, { kind: 'number' | 'slider' | 'rating' }>;

export const sentence = { display: 'flex', flexWrap: 'wrap', gap: '4px 10px', alignItems: 'center' } as const;

/** Ends and steps, and what each step counts for. @param unit what a weight is for @param ends where they have a default */
export function EndsPart({
  question,
  targets,
  cursor,
  unit,
  ends = question,
  before,
  after,
}: Pick<Body<Measured>, 'question' | 'targets' | 'cursor'> & {
  unit: string;
  ends?: { min?: number; max?: number };
  before?: ReactNode;
  after?: ReactNode;
}) {
  const store = useDocumentStore();
  const { set } = useBlockFields(question);
  return (
    <Row
      margin={
        <Factors
          at={placeOfBlock(store.getState().quiz, question.id)}
          weights={question.weights}
          targets={targets}
          of="the number"
          unit={unit}
          open={cursor !== null}
        />
      }
    >
      <div style={sentence}>
        {before}
        <NumberField label="from" value={ends.min} onChange={(to) => set('min', to)} />
        <NumberField label="to" value={ends.max} onChange={(to) => set('max', to)} />
        {after}
      </div>
      {question.weights && (
        <div style={{ marginTop: 6 }}>
          <Toggle selected={question.reverse ?? false} onChange={(to) => set('reverse', to || undefined)}>
            Counted the other way round, the highest as the lowest
          </Toggle>
        </div>
      )}
    </Row>
  );
}
