'use client';
/** Number, slider, rating and date: ends, steps, and what is right. */
import { boundsOf } from '../../../core/questions/measured';
import type { Question } from '../../../core/document/schema';

import { Choose, Toggle } from '../../../ui/controls';
import { useDocumentStore } from '../../document';
import { placeOfBlock, setField } from '../../edits';
import type { Target } from '../../targets';
import { RightNote } from '../margin';
import { DayField, NumberField } from '../number-field';
import { Row } from '../sheet';
import { Factors } from './factor';

type Measured = Extract<Question, { kind: 'number' | 'slider' | 'rating' }>;

const sentence = { display: 'flex', flexWrap: 'wrap', gap: '4px 10px', alignItems: 'center' } as const;

export function MeasuredPart({ question, targets, open }: { question: Measured; targets: Target[]; open: boolean }) {
  const store = useDocumentStore();
  const at = () => placeOfBlock(store.getState().quiz, question.id);
  const set = (field: string, was: unknown, to: unknown) =>
    store.getState().edit(setField(`set-${field}`, at(), [field], was, to), `${field} ${question.id}`);
  const { min, max } = boundsOf(question);
  return (
    <>
      <Row
        margin={
          <Factors
            at={at()}
            weights={question.weights}
            targets={targets}
            of="the number"
            unit={question.kind === 'rating' ? 'each step' : 'each 1'}
            open={open}
          />
        }
      >
        <div style={sentence}>
          {question.kind === 'rating' && (
            <Choose
              label="How it is rated"
              value={question.as ?? 'stars'}
              options={[
                { id: 'stars', label: 'Stars' },
                { id: 'steps', label: 'Steps' },
                { id: 'numbers', label: 'Numbers' },
              ]}
              onChange={(to) => set('as', question.as, to)}
            />
          )}
          <NumberField
            label="from"
            value={question.kind === 'rating' ? min : question.min}
            onChange={(to) => set('min', question.min, to)}
          />
          <NumberField
            label="to"
            value={question.kind === 'rating' ? max : question.max}
            onChange={(to) => set('max', question.max, to)}
          />
          {question.kind !== 'rating' && (
            <NumberField
              label="in steps of"
              value={question.step}
              placeholder="1"
              above={0}
              onChange={(to) => set('step', question.step, to)}
            />
          )}
        </div>
        {question.weights && (
          <div style={{ marginTop: 6 }}>
            <Toggle
              selected={question.reverse ?? false}
              onChange={(to) => set('reverse', question.reverse, to || undefined)}
            >
              Counted the other way round, the highest as the lowest
            </Toggle>
          </div>
        )}
      </Row>
      {question.kind !== 'rating' && (open || question.target !== undefined) && (
        <Row margin={question.target === undefined ? null : <RightWords question={question} />}>
          <div style={sentence}>
            <NumberField
              label="Right is"
              value={question.target}
              placeholder="no number"
              wide
              onChange={(to) => set('target', question.target, to)}
            />
            {question.target !== undefined && (
              <>
                <NumberField
                  label="give or take"
                  value={question.withinPercent ?? question.within}
                  placeholder="0"
                  above={-1}
                  onChange={(to) =>
                    set(
                      question.withinPercent === undefined ? 'within' : 'withinPercent',
                      question.withinPercent ?? question.within,
                      to,
                    )
                  }
                />
                <Choose
                  label="Give or take how much of what"
                  value={question.withinPercent === undefined ? 'points' : 'percent'}
                  options={[
                    { id: 'points', label: 'in the same unit' },
                    { id: 'percent', label: 'percent of it' },
                  ]}
                  onChange={(to) => {
                    const [from, into] =
                      to === 'percent'
                        ? (['within', 'withinPercent'] as const)
                        : (['withinPercent', 'within'] as const);
                    const value = question[from] ?? 0;
                    store.getState().edit({
                      name: 'set-within',
                      ops: [
                        { op: 'set', at: at(), field: [from], was: question[from] },
                        { op: 'set', at: at(), field: [into], was: question[into], to: value },
                      ],
                    });
                  }}
                />
              </>
            )}
          </div>
        </Row>
      )}
    </>
  );
}

/** The stretch that counts as right, in words. */
function RightWords({ question }: { question: Exclude<Measured, { kind: 'rating' }> }) {
  const target = question.target ?? 0;
  const slack =
    question.withinPercent === undefined ? (question.within ?? 0) : (Math.abs(target) * question.withinPercent) / 100;
  const [low, high] = [Number((target - slack).toFixed(6)), Number((target + slack).toFixed(6))];
  return <RightNote words={slack === 0 ? `right at ${target}` : `right from ${low} to ${high}`} />;
}

export function DatePart({ question, open }: { question: Extract<Question, { kind: 'date' }>; open: boolean }) {
  const store = useDocumentStore();
  const set = (field: string, was: unknown, to: unknown) =>
    store
      .getState()
      .edit(
        setField(`set-${field}`, placeOfBlock(store.getState().quiz, question.id), [field], was, to),
        `${field} ${question.id}`,
      );
  if (!open && question.target === undefined && question.min === undefined && question.max === undefined)
    return (
      <Row>
        <span style={{ color: 'var(--ink-3)' }}>Any day</span>
      </Row>
    );
  return (
    <>
      <Row>
        <span style={sentence}>
          <DayField label="from" value={question.min} onChange={(to) => set('min', question.min, to)} />
          <DayField label="to" value={question.max} onChange={(to) => set('max', question.max, to)} />
        </span>
      </Row>
      <Row margin={question.target === undefined ? null : <RightNote />}>
        <span style={sentence}>
          <DayField label="Right is" value={question.target} onChange={(to) => set('target', question.target, to)} />
          {question.target !== undefined && (
            <NumberField
              label="give or take"
              after="days"
              value={question.within}
              placeholder="0"
              above={-1}
              onChange={(to) => set('within', question.within, to)}
            />
          )}
        </span>
      </Row>
    </>
  );
}
