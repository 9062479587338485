'use client';
/** Numbers and sliders: ends, steps, and what is right. */
import type { Question } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { placeOfBlock } from '../edits/edits';
import { RightNote } from './margin';
import { NumberField } from '../fields/number-field';
import { Row } from '../shared/sheet';
import type { Body } from './kind';
import { EndsPart, sentence } from './measured';
import { useBlockFields } from '../fields/use-fields';

type Targeted = Extract<Question, { kind: 'number' | 'slider' }>;

export function TargetedPart({ question, targets, cursor }: Pick<Body<Targeted>, 'question' | 'targets' | 'cursor'>) {
  const store = useDocumentStore();
  const at = () => placeOfBlock(store.getState().quiz, question.id);
  const { set } = useBlockFields(question);
  return (
    <>
      <EndsPart
        question={question}
        targets={targets}
        cursor={cursor}
        unit="each 1"
        after={
          <NumberField
            label="in steps of"
            value={question.step}
            placeholder="1"
            above={0}
            onChange={(to) => set('step', to)}
          />
        }
      />
      {(cursor !== null || question.target !== undefined) && (
        <Row margin={question.target === undefined ? null : <RightWords question={question} />}>
          <div style={sentence}>
            <NumberField
              label="Right is"
              value={question.target}
              placeholder="no number"
              wide
              onChange={(to) => set('target', to)}
            />
            {question.target !== undefined && (
              <>
                <NumberField
                  label="give or take"
                  value={question.withinPercent ?? question.within}
                  placeholder="0"
                  above={-1}
                  onChange={(to) => set(question.withinPercent === undefined ? 'within' : 'withinPercent', to)}
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
function RightWords({ question }: { question: Targeted }) {
  const target = question.target ?? 0;
  const slack =
    question.withinPercent === undefined ? (question.within ?? 0) : (Math.abs(target) * question.withinPercent) / 100;
  const [low, high] = [Number((target - slack).toFixed(6)), Number((target + slack).toFixed(6))];
  return <RightNote words={slack === 0 ? `right at ${target}` : `right from ${low} to ${high}`} />;
}
