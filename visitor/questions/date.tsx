/** A day. */
import { answerField } from '../../core/flow/form-fields';
import type { DateView } from '../../core/flow/view';
import type { VisitorKind } from './kind';
import { anything } from './missing';
import { type Asked, OneField } from './parts';

const DateQuestion = ({ block, answer, fault, onAnswer }: Asked<DateView>) => (
  <OneField block={block} fault={fault}>
    {(field) => (
      <input
        {...field}
        name={answerField(block.id)}
        required={block.required}
        className="v-answer v-short"
        type="date"
        min={block.min}
        max={block.max}
        value={typeof answer === 'string' ? answer : ''}
        onChange={(e) => onAnswer(e.target.value)}
      />
    )}
  </OneField>
);

export const date: VisitorKind<DateView> = { Question: DateQuestion, missing: anything('answerThis') };
