import { answerField } from '../../core/flow/form-fields';
import type { RatingView } from '../../core/flow/view';
import { useWords } from '../languages/words';
import type { VisitorKind } from './kind';
import { anything } from './missing';
import { type Asked, FieldGroup } from './parts';

/** Stars, steps or numbers: radio buttons in a row. */
function RatingQuestion({ block, answer, fault, onAnswer }: Asked<RatingView>) {
  const { say } = useWords();
  const steps = Array.from({ length: Math.max(0, block.max - block.min + 1) }, (_, i) => block.min + i);
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-rating" data-as={block.as}>
        {steps.map((n) => (
          <label
            key={n}
            data-below={block.as === 'stars' && typeof answer === 'number' && n <= answer ? '' : undefined}
          >
            <input
              type="radio"
              name={answerField(block.id)}
              value={n}
              required={block.required}
              checked={answer === n}
              onChange={() => onAnswer(n)}
              aria-label={say('of', { at: n, of: block.max })}
            />
            <span aria-hidden="true">{block.as === 'stars' ? '★' : n}</span>
          </label>
        ))}
      </div>
    </FieldGroup>
  );
}

export const rating: VisitorKind<RatingView> = { Question: RatingQuestion, missing: anything('answerThis') };
