/** Two sides that belong together: for each on the left a list of those on the right. */
import { useId } from 'react';
import { partField } from '../../core/flow/form-fields';
import type { MatchView } from '../../core/flow/view';
import { useWords } from '../languages/words';
import type { VisitorKind } from './kind';
import { everyPart } from './missing';
import { type Asked, FieldGroup, partsIn } from './parts';

function MatchQuestion({ block, answer, fault, onAnswer }: Asked<MatchView>) {
  const { say } = useWords();
  const id = useId();
  const given = partsIn(answer);
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-match">
        {block.lefts.map((left) => (
          <div key={left.id} className="v-pair">
            <label htmlFor={`${id}-${left.id}`}>
              {left.picture && (
                <img src={left.picture.src} alt={left.text ? '' : left.picture.text} width={96} height={60} />
              )}
              {left.text}
            </label>
            <select
              id={`${id}-${left.id}`}
              className="v-answer"
              name={partField(block.id, left.id)}
              required={block.required}
              value={String(given[left.id] ?? '')}
              onChange={(e) => onAnswer({ ...given, [left.id]: e.target.value })}
            >
              <option value="">{say('goesWith')}</option>
              {block.rights.map((right) => (
                <option key={right.id} value={right.id}>
                  {right.text || right.picture?.text}
                </option>
              ))}
            </select>
          </div>
        ))}
      </div>
    </FieldGroup>
  );
}

export const match: VisitorKind<MatchView> = {
  Question: MatchQuestion,
  missing: everyPart((block) => block.lefts.map((left) => left.id)),
};
