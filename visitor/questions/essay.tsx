/** Paragraphs of the visitor's own words. */
import { answerField } from '../../core/flow/form-fields';
import type { TypedView } from '../../core/flow/view';
import type { VisitorKind } from './kind';
import { anything } from './missing';
import { type Asked, OneField } from './parts';

const EssayQuestion = ({ block, answer, fault, onAnswer }: Asked<TypedView>) => (
  <OneField block={block} fault={fault}>
    {(field) => (
      <textarea
        {...field}
        name={answerField(block.id)}
        required={block.required}
        className="v-answer"
        rows={6}
        maxLength={20_000}
        value={typeof answer === 'string' ? answer : ''}
        onChange={(e) => onAnswer(e.target.value)}
      />
    )}
  </OneField>
);

export const essay: VisitorKind<TypedView> = { Question: EssayQuestion, missing: anything('write') };
