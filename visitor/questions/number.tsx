/** A number that is typed. */
import { answerField } from '../../core/flow/form-fields';
import type { MeasuredView } from '../../core/flow/view';
import type { VisitorKind } from './kind';
import { anything } from './missing';
import { type Asked, OneField } from './parts';

/** Nothing is an answer too: the field is empty, and so is what is kept. */
const numberOr = (text: string): number | string =>
  text.trim() === '' || Number.isNaN(Number(text)) ? '' : Number(text);

const NumberQuestion = ({ block, answer, fault, onAnswer }: Asked<MeasuredView>) => (
  <OneField block={block} fault={fault}>
    {(field) => (
      <input
        {...field}
        name={answerField(block.id)}
        required={block.required}
        className="v-answer v-short"
        type="number"
        inputMode="decimal"
        min={block.min}
        max={block.max}
        step="any"
        value={typeof answer === 'number' ? answer : ''}
        onChange={(e) => onAnswer(numberOr(e.target.value))}
      />
    )}
  </OneField>
);

export const number: VisitorKind<MeasuredView> = { Question: NumberQuestion, missing: anything('answerThis') };
