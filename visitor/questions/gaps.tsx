/** Gaps in a text, each a field where it stands. */
import { partField } from '../../core/flow/form-fields';
import type { GapsView } from '../../core/flow/view';
import { Rich } from '../../ui/rich';
import { useWords } from '../languages/words';
import type { VisitorKind } from './kind';
import { everyPart } from './missing';
import { type Asked, FieldGroup, partsIn } from './parts';

function GapsQuestion({ block, answer, fault, onAnswer }: Asked<GapsView>) {
  const { say } = useWords();
  const given = partsIn(answer);
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-words v-gaps">
        <Rich
          text={block.text}
          gap={(gap) => (
            <input
              aria-label={say('gap', { n: block.gaps.indexOf(gap) + 1 })}
              name={partField(block.id, gap)}
              required={block.required}
              value={String(given[gap] ?? '')}
              maxLength={300}
              size={Math.max(8, String(given[gap] ?? '').length + 1)}
              onChange={(e) => onAnswer({ ...given, [gap]: e.target.value })}
            />
          )}
        />
      </div>
    </FieldGroup>
  );
}

export const gaps: VisitorKind<GapsView> = { Question: GapsQuestion, missing: everyPart((block) => block.gaps) };
