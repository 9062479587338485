'use client';
/** A date: between which days, and what is right. */
import { Faint } from '../../ui/text';
import type { Question } from '../../core/schema/quiz';
import { RightNote } from './margin';
import { DayField, NumberField } from '../fields/number-field';
import { Row } from '../shared/sheet';
import type { Body, StudioKind } from './kind';
import { sentence } from './measured';
import { useBlockFields } from '../fields/use-fields';

type DateQuestion = Extract<Question, { kind: 'date' }>;

function DatePart({ question, cursor }: Pick<Body<DateQuestion>, 'question' | 'cursor'>) {
  const open = cursor !== null;
  const { set } = useBlockFields(question);
  if (!open && question.target === undefined && question.min === undefined && question.max === undefined)
    return (
      <Row>
        <Faint>Any day</Faint>
      </Row>
    );
  return (
    <>
      <Row>
        <span style={sentence}>
          <DayField label="from" value={question.min} onChange={(to) => set('min', to)} />
          <DayField label="to" value={question.max} onChange={(to) => set('max', to)} />
        </span>
      </Row>
      <Row margin={question.target === undefined ? null : <RightNote />}>
        <span style={sentence}>
          <DayField label="Right is" value={question.target} onChange={(to) => set('target', to)} />
          {question.target !== undefined && (
            <NumberField
              label="give or take"
              after="days"
              value={question.within}
              placeholder="0"
              above={-1}
              onChange={(to) => set('within', to)}
            />
          )}
        </span>
      </Row>
    </>
  );
}

export const date: StudioKind<DateQuestion> = { Body: DatePart };
