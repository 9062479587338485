/** A line of the visitor's own words. */
import { answerField } from '../../core/flow/form-fields';
import type { TypedView } from '../../core/flow/view';
import type { VisitorKind } from './kind';
import { anything } from './missing';
import { type Asked, OneField } from './parts';

const TextQuestion = ({ block, answer, fault, onAnswer }: Asked<TypedView>) => (
  <OneField block={block} fault={fault}>
    {(field) => (
      <input
        {...field}
        name={answerField(block.id)}
        required={block.required}
        className="v-answer"
        maxLength={2_000}
        value={typeof answer === 'string' ? answer : ''}
        onChange={(e) => onAnswer(e.target.value)}
      />
    )}
  </OneField>
);

export const text: VisitorKind<TypedView> = { Question: TextQuestion, missing: anything('write') };
